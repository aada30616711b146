import { msPerWord } from '../driveLog/index.js';
import { failed, ok, type Result } from '../result/index.js';

/** A column of a file with its numbers; what cannot be read is not a number. */
export interface NumberColumn {
  readonly name: string;
  readonly unit: string;
  readonly numbers: Float32Array | Float64Array;
}

/** The values of a file, sample by sample in equal steps. */
export interface Based {
  readonly stepMs: number;
  readonly values: readonly { readonly name: string; readonly unit: string; readonly samples: Float32Array }[];
  /** What was left out or is in doubt, each in a sentence. */
  readonly notes: readonly string[];
}

const timeNames = /^(?:time|t|x|zeit|temps|timestamp|sec|seconds?|elapsed)\d*\b/i;

/** Whether a column is the time of those behind it: it is called so and has a unit of time or none, and it goes on. */
export function isTime({ name, unit, numbers }: NumberColumn, isFirst: boolean): boolean {
  const isOfTime = msPerWord(unit) !== undefined;
  const isCalledSo = timeNames.test(name) && (unit === '' || isOfTime);
  return (isCalledSo || isOfTime || (isFirst && unit === '')) && goesOn(numbers);
}

// The share of rows that may go back: a logger hiccups.
const mostBack = 0.05;
const rowsLookedAt = 1000;

function goesOn(numbers: ArrayLike<number>): boolean {
  let [up, back] = [0, 0];
  for (let row = 1; row < Math.min(numbers.length, rowsLookedAt); row += 1) {
    const step = (numbers[row] ?? Number.NaN) - (numbers[row - 1] ?? Number.NaN);
    if (step > 0) up += 1;
    else if (step < 0) back += 1;
  }
  return up > 0 && back <= mostBack * up;
}

/**
 * Puts the columns of a file on one time base of equal steps. A value belongs to the nearest time column before it. Samples whose times are
 * uneven are drawn onto even ones by straight lines; where nothing was taken for longer than three steps there is a gap.
 * @param stepMs from one row to the next where the file says it; it goes before columns of time
 * @returns the problem is a sentence
 */
export function baseOf(columns: readonly NumberColumn[], stepMs?: number): Result<Based, string> {
  const times = columns.map((column, index) => isTime(column, index === 0 && stepMs === undefined));
  const values = columns.flatMap((column, index) =>
    times[index] ? [] : [{ column, timeAt: times.lastIndexOf(true, index) }],
  );
  if (values.length === 0) return failed('This file has no column of numbers beside the time.');
  if (stepMs !== undefined || values.every(({ timeAt }) => timeAt < 0)) {
    if (!(stepMs !== undefined && stepMs > 0)) return failed(noTime);
    return ok({ stepMs, values: values.map(({ column }) => asItIs(column)), notes: [] });
  }
  const groups = new Map<NumberColumn, NumberColumn[]>();
  for (const { column, timeAt } of values) {
    const time = columns[Math.max(timeAt, times.indexOf(true))];
    if (time) groups.set(time, [...(groups.get(time) ?? []), column]);
  }
  return onOneBase(groups);
}

const noTime =
  'This file does not say when its samples were taken: neither a column is a time, nor does the head say the interval or the sample rate.';

const asItIs = ({ name, unit, numbers }: NumberColumn) => ({
  name,
  unit,
  samples: numbers instanceof Float32Array ? numbers : Float32Array.from(numbers),
});

const msPerSecond = 1000;

function onOneBase(groups: ReadonlyMap<NumberColumn, readonly NumberColumn[]>): Result<Based, string> {
  const notes: string[] = [];
  const rows = [...groups].map(([time, columns]) => ({ ...evenRowsOf(time, notes), columns }));
  if (rows.some(({ times }) => times.length < 2)) return failed('This file has fewer than two samples with a time.');
  const startMs = Math.min(...rows.map(({ times }) => times[0] ?? 0));
  const endMs = Math.max(...rows.map(({ times }) => times.at(-1) ?? 0));
  const stepMs = Math.min(...rows.map((one) => one.stepMs));
  if (!(stepMs > 0)) return failed('The time of this file does not go on.');
  const count = Math.round((endMs - startMs) / stepMs) + 1;
  const most = 20 * Math.max(...rows.map(({ times }) => times.length));
  if (count > most) return failed('The samples of this file are too uneven in time to be put on equal steps.');
  const only = rows.length === 1 ? rows[0] : undefined;
  if (!only?.isEven) notes.push('The samples are uneven in time: they were drawn onto equal steps by straight lines.');
  const values = rows.flatMap(({ times, kept, columns, isEven, stepMs: own }) =>
    columns.map((column) => {
      const numbers = kept ? column.numbers.filter((_, row) => kept[row] === 1) : column.numbers;
      const { name, unit } = column;
      return only && isEven
        ? asItIs({ name, unit, numbers })
        : { name, unit, samples: drawnOnto(times, numbers, startMs, stepMs, count, 3 * own) };
    }),
  );
  return ok({ stepMs, values, notes });
}

interface EvenRows {
  /** ms, rising. */
  readonly times: Float64Array;
  /** 1 for each row of the file that is kept; `undefined`: all are. */
  readonly kept: Uint8Array | undefined;
  readonly stepMs: number;
  readonly isEven: boolean;
}

function evenRowsOf({ unit, numbers }: NumberColumn, notes: string[]): EvenRows {
  const perUnit = msPerWord(unit);
  if (perUnit === undefined) notes.push('The file does not say in what its time is: seconds are taken.');
  const { kept, left } = risingRows(numbers);
  if (left > 0) notes.push(`${left} rows are left out, whose time runs backwards or cannot be read.`);
  const chosen = left > 0 ? numbers.filter((_, row) => kept[row] === 1) : numbers;
  const times = new Float64Array(chosen.length);
  for (let row = 0; row < times.length; row += 1) times[row] = (chosen[row] ?? 0) * (perUnit ?? msPerSecond);
  const { stepMs, isEven } = evennessOf(times);
  return { times, kept: left > 0 ? kept : undefined, stepMs, isEven };
}

function risingRows(numbers: ArrayLike<number>): { readonly kept: Uint8Array; readonly left: number } {
  const kept = new Uint8Array(numbers.length);
  let [last, left] = [Number.NEGATIVE_INFINITY, 0];
  for (let row = 0; row < numbers.length; row += 1) {
    const number = numbers[row] ?? Number.NaN;
    if (number >= last) {
      kept[row] = 1;
      last = number;
    } else left += 1;
  }
  return { kept, left };
}

/** The step of times, and whether all stand where equal steps put them, as closely as they are written. */
function evennessOf(times: Float64Array): { readonly stepMs: number; readonly isEven: boolean } {
  const count = times.length;
  const first = times[0] ?? 0;
  const mean = count > 1 ? ((times[count - 1] ?? 0) - first) / (count - 1) : 0;
  const { shortest, repeats } = stepsOf(times);
  // Times that repeat are written more coarsely than they were taken.
  const tolerance = repeats ? Math.max(shortest, mean) * 1.01 : mean / 4;
  // Sums in a file are not exact; of a hundred million samples the last moves by a tenth of a step.
  if (furthestOff(times, first, mean) <= tolerance) return { stepMs: Number(mean.toPrecision(9)), isEven: true };
  const steps = times.subarray(1).map((time, row) => time - (times[row] ?? 0));
  const sorted = steps.filter((step) => step > 0).sort();
  return { stepMs: sorted[Math.floor(sorted.length / 2)] ?? 0, isEven: false };
}

/** The shortest step from one time to the next that is one, and whether some are none. */
function stepsOf(times: Float64Array): { readonly shortest: number; readonly repeats: boolean } {
  let shortest = Number.POSITIVE_INFINITY;
  let repeats = false;
  for (let row = 1; row < times.length; row += 1) {
    const step = (times[row] ?? 0) - (times[row - 1] ?? 0);
    if (step === 0) repeats = true;
    else if (step < shortest) shortest = step;
  }
  return { shortest, repeats };
}

/** How far a time is from where equal steps put it, at most. */
function furthestOff(times: Float64Array, first: number, step: number): number {
  let furthest = 0;
  for (let row = 0; row < times.length; row += 1)
    furthest = Math.max(furthest, Math.abs((times[row] ?? 0) - first - row * step));
  return furthest;
}

/** Samples at uneven times, drawn onto equal steps. @param gapMs longer without a sample is a gap */
function drawnOnto(
  times: Float64Array,
  numbers: ArrayLike<number>,
  startMs: number,
  stepMs: number,
  count: number,
  gapMs: number,
): Float32Array {
  const samples = new Float32Array(count).fill(Number.NaN);
  let row = 0;
  for (let index = 0; index < count; index += 1) {
    const atMs = startMs + index * stepMs;
    while (row + 1 < times.length && (times[row + 1] ?? 0) <= atMs) row += 1;
    const [before, after] = [times[row] ?? 0, times[row + 1] ?? Number.NaN];
    const [value, next] = [numbers[row] ?? Number.NaN, numbers[row + 1] ?? Number.NaN];
    // The sums that make the times are not exact.
    if (Math.abs(atMs - before) <= stepMs * 1e-6) samples[index] = value;
    else if (atMs > before && after - before <= gapMs)
      samples[index] = value + ((next - value) * (atMs - before)) / (after - before);
  }
  return samples;
}
