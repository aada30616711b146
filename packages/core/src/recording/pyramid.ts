import { noValue, rowFrom } from './recording.js';

/** The numbers of a channel, of a drive or of a capture. */
export type Values = Float32Array | Float64Array;

/** The least and the greatest of ever larger blocks of a channel, so that hours of it are drawn as quickly as seconds. */
export interface Pyramid {
  readonly values: Values;
  /** From blocks of `blockRows` rows up, each level with half as many blocks. */
  readonly levels: readonly Level[];
}

interface Level {
  readonly rows: number;
  readonly least: Values;
  readonly most: Values;
  /** 1 where the unit said somewhere in the block that it has no value. */
  readonly none: Uint8Array;
}

const blockRows = 16;

/** What is drawn of a stretch of time. */
export interface Cell {
  readonly least: number;
  readonly most: number;
  /** Whether the unit said in it that it has no value. */
  readonly hasNone: boolean;
}

export function makePyramid(values: Values): Pyramid {
  const levels = [lowestLevel(values)];
  for (let below = levels[0]; below && below.least.length > 1; below = levels.at(-1)) levels.push(levelAbove(below));
  return { values, levels };
}

const emptyLevel = (values: Values, blocks: number, rows: number): Level => {
  const make = () => (values instanceof Float32Array ? new Float32Array(blocks) : new Float64Array(blocks));
  return { rows, least: make().fill(Number.NaN), most: make().fill(Number.NaN), none: new Uint8Array(blocks) };
};

/** Without an object for each block (benchmark “a capture is opened”). */
function lowestLevel(values: Values): Level {
  const level = emptyLevel(values, Math.ceil(values.length / blockRows), blockRows);
  for (let at = 0; at < level.least.length; at += 1) {
    let [least, most, hasNone] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, false];
    const end = Math.min(values.length, (at + 1) * blockRows);
    for (let row = at * blockRows; row < end; row += 1) {
      const value = values[row] ?? Number.NaN;
      if (value === noValue) hasNone = true;
      else {
        if (value < least) least = value;
        if (value > most) most = value;
      }
    }
    if (least <= most) [level.least[at], level.most[at]] = [least, most];
    if (hasNone) level.none[at] = 1;
  }
  return level;
}

function levelAbove(below: Level): Level {
  const level = emptyLevel(below.least, Math.ceil(below.least.length / 2), below.rows * 2);
  for (let at = 0; at < level.least.length; at += 1) {
    const [first, second] = [2 * at, Math.min(2 * at + 1, below.least.length - 1)];
    level.least[at] = lesser(below.least[first] ?? Number.NaN, below.least[second] ?? Number.NaN);
    level.most[at] = greater(below.most[first] ?? Number.NaN, below.most[second] ?? Number.NaN);
    level.none[at] = below.none[first] === 1 || below.none[second] === 1 ? 1 : 0;
  }
  return level;
}

/** Of rows one by one; `NaN` where none has a value. */
function summary(values: Values, from: number, to: number): Cell {
  let [least, most, hasNone] = [Number.NaN, Number.NaN, false];
  for (let row = from; row < to && row < values.length; row += 1) {
    const value = values[row] ?? Number.NaN;
    if (value === noValue) hasNone = true;
    else {
      least = lesser(least, value);
      most = greater(most, value);
    }
  }
  return { least, most, hasNone };
}

const lesser = (a: number, b: number): number => (Number.isNaN(a) || b < a ? b : a);
const greater = (a: number, b: number): number => (Number.isNaN(a) || b > a ? b : a);

/**
 * The least and the greatest between two rows.
 * @param to the row after the last
 * @returns `NaN` for both where there is no value
 */
export function cellBetween({ values, levels }: Pyramid, from: number, to: number): Cell {
  let [least, most, hasNone] = [Number.NaN, Number.NaN, false];
  const take = (cell: Cell) => {
    least = lesser(least, cell.least);
    most = greater(most, cell.most);
    hasNone ||= cell.hasNone;
  };
  let row = from;
  while (row < to) {
    const level = levels.findLast(({ rows }) => row % rows === 0 && row + rows <= to);
    if (level) {
      const at = row / level.rows;
      take({ least: level.least[at] ?? Number.NaN, most: level.most[at] ?? Number.NaN, hasNone: level.none[at] === 1 });
      row += level.rows;
    } else {
      const end = Math.min(to, (Math.floor(row / blockRows) + 1) * blockRows);
      take(summary(values, row, end));
      row = end;
    }
  }
  return { least, most, hasNone };
}

/** The first row at or after a time, in ms; as many as there are rows where all are before. */
export type RowAt = (atMs: number) => number;

/** For rows that have times of their own, rising. */
export const rowAtTimes =
  (times: Float64Array): RowAt =>
  (atMs) =>
    rowFrom(times, atMs);

/** For rows in equal steps. */
export const rowAtSteps =
  (stepMs: number, count: number): RowAt =>
  (atMs) =>
    // A time that is a step comes out a hair beside it.
    Math.min(count, Math.max(0, Math.ceil(atMs / stepMs - 1e-9)));

/** What is drawn of a channel between two times, in so many cells of equal length. */
export function cellsOf(pyramid: Pyramid, rowAt: RowAt, fromMs: number, toMs: number, count: number): readonly Cell[] {
  const cells: Cell[] = [];
  let from = rowAt(fromMs);
  for (let at = 1; at <= count; at += 1) {
    const to = rowAt(fromMs + ((toMs - fromMs) * at) / count);
    cells.push(cellBetween(pyramid, from, to));
    from = to;
  }
  return cells;
}
