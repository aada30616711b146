import Papa from 'papaparse';
import { failed, ok, type Result } from '../result/index.js';
import { findUnit } from '../units/index.js';
import { formOfCell, onItsDay, readNumber, readTime, type TimeForm, timeFormOf } from './logTime.js';

/** The cells of a log, row by row, as text. */
export type LogRows = readonly (readonly string[])[];

/** One value of a log: a column of its own, or in a log of single values all rows of one name. */
export interface LogValue {
  /** The number of its column, or the name under which its rows stand. */
  readonly source: string;
  readonly name: string;
  /** Empty where the log does not say it. */
  readonly unit: string;
  /** The first number that it has. */
  readonly sample: string;
}

interface CommonShape {
  /** How many rows stand before the first with values. */
  readonly firstRow: number;
  readonly timeAt: number;
  readonly timeForm: TimeForm;
  /** Whether the log does not say its unit of time, and it was concluded from the steps. */
  readonly isTimeGuessed: boolean;
  /** Whether the newest row stands first. */
  readonly isReversed: boolean;
  readonly values: readonly LogValue[];
}

/** How a log is laid out: a column for each value, or a row for each single value with its name. */
export type LogShape =
  | (CommonShape & { readonly kind: 'wide' })
  | (CommonShape & {
      readonly kind: 'long';
      readonly nameAt: number;
      readonly valueAt: number;
      readonly unitAt: number | null;
    });

// The more special sign first: a comma may be one of a number.
const delimiters = ['\t', ';', '|', ','] as const;

/** A log with the sign that stands between its cells. */
export interface LaidOutLog {
  readonly delimiter: string;
  readonly shape: LogShape;
}

/**
 * Finds out how a log is laid out, with the sign that stands between its cells. The problem is a sentence.
 * @param beginning of the file, some hundred whole lines
 */
export function layoutOfLog(beginning: string): Result<LaidOutLog, string> {
  const all = delimiters.map((delimiter) => ({ delimiter, shape: shapeOfLog(rowsOfTable(beginning, delimiter)) }));
  const laidOut = all.flatMap(({ delimiter, shape }) => (shape.ok ? [{ delimiter, shape: shape.value }] : []));
  const [best] = laidOut.sort((a, b) => b.shape.values.length - a.shape.values.length);
  if (best) return ok(best);
  const problems = all.flatMap(({ shape }) => (shape.ok ? [] : [shape.problem]));
  return failed(problems.find((problem) => problem !== noRow) ?? noRow);
}

/** The rows of a text with their cells, without the blanks around them. */
export const rowsOfTable = (text: string, delimiter: string): LogRows =>
  // An empty line is a row too; the library makes none of it where it stands alone.
  text === '' ? [['']] : Papa.parse<string[]>(text, { delimiter }).data.map((row) => row.map((cell) => cell.trim()));

const noRow = 'No row of this file has a time and a value. A log has a row for each moment.';
const rowsLookedAt = 3;
const mostNames = 1000;

/**
 * Finds out how a log is laid out, from its first rows. The problem is a sentence.
 * @param rows the first rows of the log, a few hundred
 */
function shapeOfLog(rows: LogRows): Result<LogShape, string> {
  const firstRow = rows.findIndex((row, at) => hasValues(row) && goesOn(rows, at));
  if (firstRow < 0) return failed(noRow);
  const data = rows.slice(firstRow).filter(isFilled);
  const columns = columnsOf(rows, firstRow);
  const time = timeColumnOf(columns);
  if (!time) return failed('No column of this file is a time that goes on from row to row.');
  const form = formOf(time);
  const numbers = numbersIn(time.cells);
  const common = {
    firstRow,
    timeAt: time.at,
    ...form,
    isReversed: stepsOf(numbers).filter((step) => step < 0).length > numbers.length / 2,
  };
  const values = columns.filter((column) => column !== time && column.isNumeric);
  const long = longColumnsOf(columns, time, values);
  if (long) return ok({ kind: 'long', ...common, ...long, values: namesIn(data, long) });
  if (values.length === 0) return failed('Beside the time, no column of this file has numbers.');
  return ok({
    kind: 'wide',
    ...common,
    values: values.map(({ at, name, unit, cells }) => ({
      source: String(at),
      name,
      unit,
      sample: cells.find((cell) => readNumber(cell) !== undefined) ?? '',
    })),
  });
}

/** Whether a row has a time and something beside it. */
const hasValues = (row: readonly string[]): boolean => row.filter((cell) => formOfCell(cell) !== undefined).length >= 2;

/** Whether most of the rows from here on have values: one may be broken, and what stands above a table is not one. */
function goesOn(rows: LogRows, at: number): boolean {
  const next = rows.slice(at).filter(isFilled).slice(0, rowsLookedAt);
  return next.length > 1 && next.filter(hasValues).length > next.length / 2;
}

const isFilled = (row: readonly string[]): boolean => row.some((cell) => cell !== '');

interface Column {
  readonly at: number;
  readonly name: string;
  readonly unit: string;
  readonly cells: readonly string[];
  readonly isNumeric: boolean;
}

function columnsOf(rows: LogRows, firstRow: number): readonly Column[] {
  const data = rows.slice(firstRow);
  const width = Math.max(...data.map(({ length }) => length));
  return headOfTable(rows, firstRow, width).map(({ name, unit }, at) => {
    const cells = data.map((row) => row[at] ?? '');
    return {
      at,
      name: name === '' ? `column ${at + 1}` : name,
      unit,
      cells,
      isNumeric: isMostly(cells, (cell) => readNumber(cell) !== undefined),
    };
  });
}

/** What each column of a table is called, and its unit: from the row above the values and one of units between them, empty where neither says it. */
export function headOfTable(
  rows: LogRows,
  firstRow: number,
  width: number,
): readonly { readonly name: string; readonly unit: string }[] {
  const { head, units } = headOf(rows, firstRow, width);
  return Array.from({ length: width }, (_, at) => {
    const { name, unit } = nameAndUnit(head[at] ?? '');
    return { name, unit: unwrapped(units[at] ?? '') || unit };
  });
}

/** Whether most cells that say anything are so. */
function isMostly(cells: readonly string[], is: (cell: string) => boolean): boolean {
  const filled = cells.filter((cell) => cell !== '');
  return filled.length > 0 && filled.filter(is).length > filled.length / 2;
}

/** The row with the names above the values, and the row with units between them, where there is one. */
function headOf(rows: LogRows, firstRow: number, width: number) {
  const above = rows.slice(0, firstRow).filter(({ length }) => length > 1 && length >= width - 1);
  const [second, first] = [above.at(-2), above.at(-1)];
  if (!first) return { head: [], units: [] };
  const isUnits = second !== undefined && isMostly([...first], (cell) => isUnit(unwrapped(cell)));
  return isUnits ? { head: second, units: first } : { head: first, units: [] };
}

const isUnit = (text: string): boolean => findUnit(text) !== undefined || timeFormOf(text) !== undefined;

/** “[kPa]” and “(kPa)” are kPa. */
const unwrapped = (text: string): string => text.replace(/^[[(](.*)[\])]$/, '$1').trim();

/** “Boost pressure [kPa]”, “Boost pressure (kPa)”, “Boost pressure in kPa” and “Boost pressure, kPa” are a name with its unit. */
function nameAndUnit(head: string): { readonly name: string; readonly unit: string } {
  const [, before = '', last = ''] = /^(.*?)(?:\s+in|,)\s+(\S+)$/.exec(head) ?? [];
  if (isUnit(last)) return { name: before, unit: last };
  const [, name = head, unit = ''] = /^(.*?)\s*[[(]([^[\]()]*)[\])]$/.exec(head) ?? [];
  return { name, unit: unit.trim() };
}

const timeNames = /^(?:time|t|zeit|temps|timestamp|date|datum|uhrzeit|clock|elapsed)\b/i;

/** The column that goes on from row to row: one that is called so before one that only does so. */
function timeColumnOf(columns: readonly Column[]): Column | undefined {
  const times = columns.filter(({ cells }) => isMostly(cells, (cell) => formOfCell(cell) !== undefined));
  const possible = times.filter(({ cells }) => isSteady(numbersIn(cells), mostSlips));
  return (
    times.find(({ name, cells }) => timeNames.test(name) && isSteady(numbersIn(cells), mostSlipsOfNamed)) ??
    possible.find(({ cells }) => isMostly(cells, (cell) => formOfCell(cell) !== 'number')) ??
    possible[0]
  );
}

/** The times of cells, a time of day on its day; or their numbers. */
function numbersIn(cells: readonly string[]): readonly number[] {
  const numbers: number[] = [];
  for (const cell of cells) {
    const form = formOfCell(cell);
    const time = form && readTime(cell, form === 'number' ? 's' : form);
    const last = numbers.at(-1);
    if (time !== undefined) numbers.push(form === 'clock' && last !== undefined ? onItsDay(time, last) : time);
  }
  return numbers;
}

const stepsOf = (numbers: readonly number[]): readonly number[] =>
  numbers.slice(1).map((number, at) => number - (numbers[at] ?? 0));

// The share of steps that may go the other way: a clock may jump. What is called a time is taken for one more readily.
const [mostSlips, mostSlipsOfNamed] = [0.1, 0.3];

/** Whether it mostly rises or mostly falls. */
function isSteady(numbers: readonly number[], slips: number): boolean {
  const steps = stepsOf(numbers);
  const [up, down] = [steps.filter((step) => step > 0).length, steps.filter((step) => step < 0).length];
  return Math.max(up, down) > 0 && Math.min(up, down) <= steps.length * slips;
}

/** A step of so much in a log that does not say its unit is one of milliseconds. */
const leastMsStep = 5;

function formOf({ cells, unit, name }: Column): { readonly timeForm: TimeForm; readonly isTimeGuessed: boolean } {
  const shown = formOfCell(cells.find((cell) => cell !== '') ?? '');
  if (shown === 'date' || shown === 'clock') return { timeForm: shown, isTimeGuessed: false };
  const said = timeFormOf(unit) ?? timeFormOf(/[\s_-](\S+?)$/.exec(name)?.[1] ?? '');
  if (said) return { timeForm: said, isTimeGuessed: false };
  const steps = stepsOf(numbersIn(cells)).flatMap((step) => (step === 0 ? [] : [Math.abs(step) / 1000]));
  const median = steps.sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 1;
  return { timeForm: median >= leastMsStep ? 'ms' : 's', isTimeGuessed: true };
}

interface LongColumns {
  readonly nameAt: number;
  readonly valueAt: number;
  readonly unitAt: number | null;
}

/** The columns of a log of single values: names that come again and again, and one column of numbers. */
function longColumnsOf(columns: readonly Column[], time: Column, values: readonly Column[]): LongColumns | undefined {
  const [only, ...more] = values;
  const texts = columns.filter(
    ({ isNumeric, cells, ...column }) => column.at !== time.at && !isNumeric && repeats(cells),
  );
  const name = [...texts].sort((a, b) => countOf(b) - countOf(a))[0];
  if (!only || more.length > 0 || !name) return undefined;
  const unit = texts.find((column) => column !== name && isMostly(column.cells, (cell) => isUnit(unwrapped(cell))));
  return { nameAt: name.at, valueAt: only.at, unitAt: unit?.at ?? null };
}

const countOf = ({ cells }: Column): number => new Set(cells).size;

function repeats(cells: readonly string[]): boolean {
  const filled = cells.filter((cell) => cell !== '');
  return filled.length > cells.length / 2 && new Set(filled).size <= Math.min(mostNames, filled.length / 2);
}

function namesIn(data: LogRows, { nameAt, valueAt, unitAt }: LongColumns): readonly LogValue[] {
  const byName = new Map<string, LogValue>();
  for (const row of data) {
    const source = row[nameAt] ?? '';
    if (source === '' || byName.has(source)) continue;
    const { name, unit } = nameAndUnit(source);
    const said = unitAt === null ? '' : unwrapped(row[unitAt] ?? '');
    byName.set(source, { source, name, unit: said || unit, sample: row[valueAt] ?? '' });
  }
  return [...byName.values()];
}
