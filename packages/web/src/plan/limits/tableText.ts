import { commaMeanings, formatPlain, parseReading } from '@probe-trail/core/reading';
import { failed, ok, type Result } from '@probe-trail/core/result';
import type { RowLimits } from '@probe-trail/core/spec';

/** One row of a curve or a sweep. */
export interface TableRow {
  readonly at: number;
  readonly limits: RowLimits;
}

/** The rows as an author types them or pastes them from a spreadsheet: `20; 2 ; 3` or `20; 2.5 ± 10 %`, one to a line. */
export const tableText = (rows: readonly TableRow[]): string =>
  rows.map(({ at, limits }) => `${plain(at)}; ${limitsText(limits)}`).join('\n');

// A minus that a keyboard has: the text is edited.
const plain = (value: number | null) => (value === null ? '' : formatPlain(value).replace('−', '-'));

function limitsText(limits: RowLimits): string {
  if (limits.kind === 'band') return `${plain(limits.min)}; ${plain(limits.max)}`;
  return `${plain(limits.nominal)} ± ${plain(limits.tolerance)}${limits.as === 'percent' ? ' %' : ''}`;
}

/** Reads such rows back: columns apart by tabs or semicolons, numbers in the units of the table, an empty limit is open. */
export function parseTable(unit: string, atUnit: string): (text: string) => Result<readonly TableRow[], string> {
  return (text) => {
    const rows: TableRow[] = [];
    for (const [index, line] of text.split('\n').entries()) {
      if (line.trim() === '') continue;
      const row = parseRow(line, unit, atUnit);
      if (!row.ok) return failed(`Line ${index + 1}: ${row.problem}`);
      const last = rows.at(-1);
      if (last && last.at >= row.value.at) return failed(`Line ${index + 1}: the rows must rise from top to bottom.`);
      rows.push(row.value);
    }
    return rows.length < 2 ? failed('A table has at least two rows.') : ok(rows);
  };
}

function parseRow(line: string, unit: string, atUnit: string): Result<TableRow, string> {
  const [first = '', second = '', third] = line.split(/[;\t]/).map((cell) => cell.trim());
  const at = numberIn(first, atUnit);
  if (at === undefined) return failed(`“${first}” is not a number in ${atUnit}.`);
  const limits = third === undefined ? toleranceOf(second, unit) : bandOf(second, third, unit);
  return limits ? ok({ at, limits }) : failed(`Write ${first}; from; to, or ${first}; nominal ± tolerance.`);
}

function numberIn(text: string, unit: string): number | undefined {
  // A comma that can part thousands is no number here: one of a hundred rows would be read otherwise without a word.
  if (commaMeanings(text)?.decimal !== undefined) return undefined;
  const parsed = parseReading(text, { unit });
  return parsed.ok && parsed.value.kind === 'exact' ? parsed.value.value : undefined;
}

function bandOf(from: string, to: string, unit: string): RowLimits | undefined {
  const [min, max] = [from, to].map((text) => (text === '' ? null : numberIn(text, unit)));
  if (min === undefined || max === undefined) return undefined;
  return min !== null && max !== null && min > max ? undefined : { kind: 'band', min, max };
}

function toleranceOf(text: string, unit: string): RowLimits | undefined {
  const [first = '', second = ''] = text.split(/±|\+-|\+\/-/).map((part) => part.trim());
  const isPercent = second.endsWith('%');
  const nominal = numberIn(first, unit);
  const tolerance = numberIn(isPercent ? second.slice(0, -1) : second, isPercent ? '%' : unit);
  if (nominal === undefined || tolerance === undefined || tolerance < 0) return undefined;
  return { kind: 'tolerance', nominal, tolerance, as: isPercent ? 'percent' : 'absolute' };
}
