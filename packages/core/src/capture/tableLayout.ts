import { headOfTable, msPerWord, rowsOfTable } from '../driveLog/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { type DecimalSign, readEngineering } from './readEngineering.js';
import { isTime } from './timeBase.js';

/** How a table of samples is laid out. */
export interface TableLayout {
  readonly delimiter: string;
  readonly decimal: DecimalSign;
  /** How many lines stand before the first with samples. */
  readonly firstRow: number;
  /** Those that have numbers. */
  readonly columns: readonly TableColumn[];
  /** From one row to the next, where the head says it. */
  readonly stepMs: number | undefined;
}

export interface TableColumn {
  /** Its place in a row, from 0. */
  readonly at: number;
  readonly name: string;
  readonly unit: string;
  readonly isTime: boolean;
}

// The more special sign first: a comma may be one of a number.
const delimiters = ['\t', ';', '|', ',', ' '] as const;

/**
 * Finds out how a table of samples is laid out: the sign between its cells, its decimal sign, the head with names and units, the columns that
 * are times, and an interval or a sample rate that the head says. The problem is a sentence.
 * @param beginning of the file, some hundred whole lines
 */
export function layoutOfTable(beginning: string): Result<TableLayout, string> {
  if (/^\s*(?:<\?xml|<!doctype|<svg|<html)/i.test(beginning))
    return failed('This is a page or a drawing, not a table of samples.');
  const layouts = delimiters.flatMap((delimiter) => layoutBy(beginning, delimiter) ?? []);
  const [best] = layouts.sort((a, b) => b.columns.length - a.columns.length);
  return best ? ok(best) : failed('No row of this file has numbers. A table of samples has a row for each moment.');
}

const rowsLookedAt = 3;

function layoutBy(beginning: string, delimiter: string): TableLayout | undefined {
  const lines = rowsOfTable(beginning, delimiter);
  const rows = delimiter === ' ' ? lines.map((row) => row.filter((cell) => cell !== '')) : lines;
  const decimal = decimalOf(rows, delimiter);
  const isNumber = (cell: string) => readEngineering(cell, decimal) !== undefined;
  const firstRow = rows.findIndex((row, at) => {
    const next = rows.slice(at, at + rowsLookedAt).filter((one) => one.some((cell) => cell !== ''));
    return row.some(isNumber) && next.length > 0 && next.every((one) => hasNumbers(one, isNumber));
  });
  if (firstRow < 0) return undefined;
  const data = rows.slice(firstRow, firstRow + 500);
  const width = Math.max(...data.map(({ length }) => length));
  const head = headOfTable(rows, firstRow, width);
  const numeric = head.flatMap(({ name, unit }, at) => {
    const cells = data.map((row) => row[at] ?? '').filter((cell) => cell !== '');
    const numbers = Float64Array.from(cells, (cell) => readEngineering(cell, decimal) ?? Number.NaN);
    const there = numbers.filter((number) => !Number.isNaN(number)).length;
    return there > cells.length / 2 ? [{ at, name, unit, numbers }] : [];
  });
  const stepMs = stepSaid(rows.slice(0, firstRow), decimal);
  const columns = numeric.map(({ numbers, ...column }, index) => ({
    ...column,
    isTime: isTime({ ...column, numbers }, index === 0 && stepMs === undefined),
  }));
  return columns.some((column) => !column.isTime) ? { delimiter, decimal, firstRow, columns, stepMs } : undefined;
}

/** Most of what a row of samples says is numbers. */
function hasNumbers(row: readonly string[], isNumber: (cell: string) => boolean): boolean {
  const filled = row.filter((cell) => cell !== '');
  return filled.filter(isNumber).length * 2 > filled.length;
}

function decimalOf(rows: readonly (readonly string[])[], delimiter: string): DecimalSign {
  if (delimiter === ',') return '.';
  const cells = rows.flat();
  const count = (pattern: RegExp) => cells.filter((cell) => pattern.test(cell)).length;
  return count(/^[-+]?\d*,\d+/) > count(/^[-+]?\d*\.\d+/) ? ',' : '.';
}

const intervalNames =
  /(?:sampl\w*|time)\s*(?:interval|period|step)|^(?:interval|increment|step|delta\s*t|Δt|dt|x\s*inc\w*|h\s*resolution)\b/i;
const rateNames = /(?:sampl\w*\s*(?:rate|freq\w*))|^(?:fs|rate)\b/i;

/** What the head of a table says of the time from one row to the next, in ms: as an interval, or as a rate. */
function stepSaid(head: readonly (readonly string[])[], decimal: DecimalSign): number | undefined {
  for (const row of head) {
    // “Interval: 10 µs” in one cell, or the name, the number and the unit in cells of their own.
    const [name = '', rest = ''] = splitAtSign(row.filter((cell) => cell !== '').join(' '));
    const found = /([-+]?[\d.,]+(?:e[-+]?\d+)?)\s*([a-zµμ/]*)/i.exec(rest);
    const number = found && readEngineering(found[1] ?? '', decimal);
    if (!found || number === undefined || number === null || number <= 0) continue;
    const unit = (found[2] ?? '') || (/[[(]([^\])]+)[\])]/.exec(name)?.[1] ?? '');
    if (intervalNames.test(name)) return number * msPer(unit);
    if (rateNames.test(name)) return 1000 / (number * hertzPer(unit));
  }
  return undefined;
}

/** A name from what it says: behind a colon or an equals sign, else from the first figure on. */
function splitAtSign(text: string): readonly [string, string] {
  const at = /[:=]/.exec(text)?.index ?? /\s[-+]?[\d.,]+(?:e[-+]?\d+)?\s*\S*$/i.exec(text)?.index;
  return at === undefined ? ['', ''] : [text.slice(0, at).trim(), text.slice(at).replace(/^[:=]/, '').trim()];
}

const msPer = (unit: string): number => msPerWord(unit) ?? 1000;

function hertzPer(unit: string): number {
  if (/^(?:G|g)/.test(unit)) return 1e9;
  if (/^M/.test(unit)) return 1e6;
  return /^k/i.test(unit) ? 1e3 : 1;
}
