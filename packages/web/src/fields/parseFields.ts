import { isFormulaName } from '@probe-trail/core/formula';
import { commaMeanings, parseReading, sayReadingProblem } from '@probe-trail/core/reading';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { isId } from '@probe-trail/core/schema';
import { findUnit } from '@probe-trail/core/units';

/** A limit as an author types it: with comma or point, with or without unit, in any prefix. */
export const parseLimit =
  (unit: string) =>
  (text: string): Result<number, string> => {
    const meanings = commaMeanings(text);
    if (meanings?.decimal !== undefined)
      return failed(`“${text.trim()}” can be ${meanings.decimal} or ${meanings.thousands}: write which.`);
    const parsed = parseReading(text, { unit });
    if (!parsed.ok) return failed(sayReadingProblem(parsed.problem));
    return parsed.value.kind === 'exact'
      ? ok(parsed.value.value)
      : failed('A limit is one number. Leave the field empty for no limit on this side.');
  };

/** A limit that may be open: an empty field is no limit. */
export const parseOpenLimit =
  (unit: string) =>
  (text: string): Result<number | null, string> =>
    text.trim() === '' ? ok(null) : parseLimit(unit)(text);

export function parseUnit(text: string): Result<string, string> {
  const unit = findUnit(text);
  if (!unit) return failed(`“${text}” is not a unit known here. Such as V, mV, kΩ, °C, kPa(g), %.`);
  if (unit.base.quantity === 'pressure' && !unit.datum)
    return failed(`Say what the pressure counts from: ${unit.symbol}(g) or ${unit.symbol}(abs).`);
  return ok(unit.symbol);
}

export const parseId = (text: string): Result<string, string> =>
  isId(text)
    ? ok(text)
    : failed('Letters, digits, dots, dashes and underscores only, at most 80; no word of the program’s own.');

/** A name for formulas: letters and digits, and no other thing of the plan is called so. */
export const parseFreeName =
  (own: string, taken: ReadonlySet<string>) =>
  (text: string): Result<string, string> => {
    const name = text.trim();
    if (!/^[A-Za-z]\w{0,79}$/.test(name)) return failed('A letter first, then letters, digits and underscores.');
    if (!isFormulaName(name)) return failed(`“${name}” means something else in a formula.`);
    return name !== own && taken.has(name) ? failed(`“${name}” is the name of something else already.`) : ok(name);
  };

export function parseWeight(text: string): Result<number, string> {
  const weight = Number(text.replace(',', '.'));
  return weight > 0 && weight <= 1000 ? ok(weight) : failed('A number above 0, at most 1000.');
}
