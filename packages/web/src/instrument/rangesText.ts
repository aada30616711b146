import type { InstrumentRange } from '@probe-trail/core/instrument';
import { failed, ok, type Result } from '@probe-trail/core/result';

/** Ranges as they stand in an instrument's data sheet, one to a line: `20; 0.5 %; 2; 0.01`. */
export const rangesText = (ranges: readonly InstrumentRange[]): string =>
  ranges.map(({ upTo, percent, digits, lastPlace }) => `${upTo}; ${percent} %; ${digits}; ${lastPlace}`).join('\n');

/** Reads them back: end of the range, percent of the reading, digits, what the last digit is worth. */
export function parseRanges(text: string): Result<readonly InstrumentRange[], string> {
  const ranges: InstrumentRange[] = [];
  for (const [index, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const [upTo, percent, digits, lastPlace] = line.split(/[;\t]/).map(toNumber);
    if (upTo === undefined || percent === undefined || digits === undefined || lastPlace === undefined)
      return failed(`Line ${index + 1}: write end of the range; percent; digits; worth of the last digit.`);
    if (!Number.isInteger(digits) || percent > 100) return failed(`Line ${index + 1}: that is no accuracy.`);
    if (upTo <= (ranges.at(-1)?.upTo ?? 0)) return failed(`Line ${index + 1}: the ranges must rise.`);
    ranges.push({ upTo, percent, digits, lastPlace });
  }
  return ranges.length === 0 ? failed('An instrument has at least one range.') : ok(ranges);
}

function toNumber(text: string): number | undefined {
  const clean = text.replace('%', '').replace(',', '.').trim();
  const value = Number(clean);
  return clean !== '' && Number.isFinite(value) && value >= 0 ? value : undefined;
}
