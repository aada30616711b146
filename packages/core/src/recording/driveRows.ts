import { gapMs, rowMs } from './recording.js';

/** When each row of a recording begins and ends, in ms: a value stands until the next row, but not over a gap. */
export interface DriveRows {
  readonly from: Float64Array;
  readonly to: Float64Array;
}

export function driveRowsOf(times: Float64Array): DriveRows {
  const to = times.map((fromMs, row) => {
    const next = times[row + 1];
    return next === undefined || next - fromMs > gapMs ? fromMs + rowMs : next;
  });
  return { from: times, to };
}

/** Rows that follow each other without a gap, from the first to the last. */
export interface Run {
  readonly first: number;
  readonly last: number;
}

export const wholeRun = ({ from }: DriveRows): Run => ({ first: 0, last: from.length - 1 });

/** The runs of rows within one that are so. */
export function runsWhere(
  rows: DriveRows,
  { first: from, last: to }: Run,
  isSo: (row: number) => boolean,
): readonly Run[] {
  const runs: Run[] = [];
  let first: number | undefined;
  for (let row = from; row <= to; row += 1) {
    const isIn = isSo(row);
    const follows = first !== undefined && rows.to[row - 1] === rows.from[row];
    if (first !== undefined && !(isIn && follows)) {
      runs.push({ first, last: row - 1 });
      first = undefined;
    }
    if (isIn) first ??= row;
  }
  if (first !== undefined) runs.push({ first, last: to });
  return runs;
}

/** How long a run is, in ms. */
export const lengthOfRun = ({ from, to }: DriveRows, { first, last }: Run): number =>
  (to[last] ?? 0) - (from[first] ?? 0);

/** A level that was not left downwards for so long, and a row in which it was. */
export interface Level {
  readonly value: number;
  readonly row: number;
}

/**
 * The highest level below which the values of a run did not fall for longer than a time: of all windows that are just longer than it, the one
 * whose least value is the greatest. Each row enters and leaves a queue of falling candidates once.
 * @returns `undefined` where the run is not longer than that
 */
export function highestHeld(values: Float64Array, rows: DriveRows, run: Run, heldMs: number): Level | undefined {
  let best: Level | undefined;
  let first = run.first;
  // Rows whose value is less than those of all rows after them.
  const candidates: number[] = [];
  let head = 0;
  const at = (row: number | undefined) => values[row ?? -1] ?? Number.NaN;
  for (let row = run.first; row <= run.last; row += 1) {
    while (candidates.length > head && at(candidates.at(-1)) >= at(row)) candidates.pop();
    candidates.push(row);
    // The shortest window that ends here and is longer than the time.
    while (first < row && (rows.to[row] ?? 0) - (rows.from[first + 1] ?? 0) > heldMs) first += 1;
    if ((rows.to[row] ?? 0) - (rows.from[first] ?? 0) <= heldMs) continue;
    while ((candidates[head] ?? row) < first) head += 1;
    const least = candidates[head] ?? row;
    if (!best || at(least) > best.value) best = { value: at(least), row: least };
  }
  return best;
}
