import { noValue, rowFrom } from './recording.js';

/** The least and the greatest of ever larger blocks of a channel, so that hours of it are drawn as quickly as seconds. */
export interface Pyramid {
  readonly values: Float64Array;
  /** From blocks of `blockRows` rows up, each level with half as many blocks. */
  readonly levels: readonly Level[];
}

interface Level {
  readonly rows: number;
  readonly least: Float64Array;
  readonly most: Float64Array;
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

export function makePyramid(values: Float64Array): Pyramid {
  const levels: Level[] = [];
  let below = levelOf(values.length, blockRows, (at) => summary(values, at * blockRows, (at + 1) * blockRows));
  while (true) {
    levels.push(below);
    if (below.least.length <= 1) return { values, levels };
    const { rows, least, most, none } = below;
    const last = below;
    below = levelOf(values.length, rows * 2, (at) => {
      const second = Math.min(2 * at + 1, last.least.length - 1);
      return {
        least: lesser(least[2 * at] ?? Number.NaN, least[second] ?? Number.NaN),
        most: greater(most[2 * at] ?? Number.NaN, most[second] ?? Number.NaN),
        hasNone: none[2 * at] === 1 || none[second] === 1,
      };
    });
  }
}

function levelOf(count: number, rows: number, cellAt: (at: number) => Cell): Level {
  const blocks = Math.ceil(count / rows);
  const level = { rows, least: new Float64Array(blocks), most: new Float64Array(blocks), none: new Uint8Array(blocks) };
  for (let at = 0; at < blocks; at += 1) {
    const { least, most, hasNone } = cellAt(at);
    level.least[at] = least;
    level.most[at] = most;
    level.none[at] = hasNone ? 1 : 0;
  }
  return level;
}

/** Of rows one by one; `NaN` where none has a value. */
function summary(values: Float64Array, from: number, to: number): Cell {
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

/**
 * What is drawn of a channel between two times, in so many cells of equal length.
 * @param times of the rows, rising
 */
export function cellsOf(
  pyramid: Pyramid,
  times: Float64Array,
  fromMs: number,
  toMs: number,
  count: number,
): readonly Cell[] {
  const cells: Cell[] = [];
  let from = rowFrom(times, fromMs);
  for (let at = 1; at <= count; at += 1) {
    const to = rowFrom(times, fromMs + ((toMs - fromMs) * at) / count);
    cells.push(cellBetween(pyramid, from, to));
    from = to;
  }
  return cells;
}
