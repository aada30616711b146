import { type Channel, gapMs, noValue, type Recording } from './recording.js';

/** Some rows of one value, as it is asked of a recording. */
export type ValueRows = Pick<Recording, 'times'> & Pick<Channel, 'values'>;

// As many points as are tried against each other at first; then the best is looked for more closely.
const coarsePoints = 800;
const finestMs = 100;
// Where less than that of the shorter one overlaps, chance alone fits.
const leastOverlap = 0.25;

/**
 * By how much one value must be moved in time to lie best over the same of another drive: the shift of the greatest correlation, found on a coarse
 * grid and then on ever finer ones around it.
 * Source: normalised cross-correlation (Pearson) over what overlaps, times the square root of how much that is, as a correlation is the more
 * significant.
 * @returns ms that are added to the times of `one` to find the same in `other`; `undefined` where one of them has too few values or does not change
 */
export function bestShift(one: ValueRows, other: ValueRows): number | undefined {
  const length = Math.max(lengthOfRows(one), lengthOfRows(other));
  let stepMs = Math.max(finestMs, Math.ceil(length / coarsePoints / finestMs) * finestMs);
  let best = bestOn(gridOf(one, stepMs), gridOf(other, stepMs), undefined);
  if (best === undefined) return undefined;
  let shiftMs = best * stepMs;
  while (stepMs > finestMs) {
    const finer = Math.max(finestMs, Math.ceil(stepMs / 4 / finestMs) * finestMs);
    const [middle, reach] = [Math.round(shiftMs / finer), Math.ceil((2 * stepMs) / finer)];
    best = bestOn(gridOf(one, finer), gridOf(other, finer), { from: middle - reach, to: middle + reach });
    if (best === undefined) return shiftMs;
    shiftMs = best * finer;
    stepMs = finer;
  }
  return shiftMs;
}

const lengthOfRows = ({ times }: ValueRows): number => times.at(-1) ?? 0;

/** The mean of what was read in each cell of a grid, on a straight line over cells without; `NaN` in a gap. */
function gridOf({ times, values }: ValueRows, stepMs: number): Float64Array {
  const count = Math.floor((times.at(-1) ?? 0) / stepMs) + 1;
  const grid = new Float64Array(count).fill(Number.NaN);
  const counts = new Uint32Array(count);
  for (let row = 0; row < times.length; row += 1) {
    const value = values[row] ?? Number.NaN;
    if (Number.isNaN(value) || value === noValue) continue;
    const cell = Math.floor((times[row] ?? 0) / stepMs);
    const before = counts[cell] ?? 0;
    grid[cell] = ((before === 0 ? 0 : (grid[cell] ?? 0)) * before + value) / (before + 1);
    counts[cell] = before + 1;
  }
  let last: number | undefined;
  for (let cell = 0; cell < count; cell += 1) {
    if ((counts[cell] ?? 0) === 0) continue;
    if (last !== undefined && (cell - last) * stepMs <= gapMs) bridge(grid, last, cell);
    last = cell;
  }
  return grid;
}

function bridge(grid: Float64Array, from: number, to: number): void {
  const [start, end] = [grid[from] ?? 0, grid[to] ?? 0];
  for (let cell = from + 1; cell < to; cell += 1) grid[cell] = start + ((end - start) * (cell - from)) / (to - from);
}

interface Shifts {
  readonly from: number;
  readonly to: number;
}

/** The shift, in cells, of the greatest correlation. */
function bestOn(one: Float64Array, other: Float64Array, within: Shifts | undefined): number | undefined {
  const least = Math.max(2, leastOverlap * Math.min(one.length, other.length));
  const { from, to } = within ?? { from: -one.length, to: other.length };
  let best: { readonly shift: number; readonly fit: number } | undefined;
  for (let shift = from; shift <= to; shift += 1) {
    const fit = correlation(one, other, shift, least);
    if (fit !== undefined && (!best || fit > best.fit)) best = { shift, fit };
  }
  return best?.shift;
}

/** Pearson's correlation of what overlaps, with the weight of how much that is; `undefined` where it is too little, or does not change. */
function correlation(one: Float64Array, other: Float64Array, shift: number, least: number): number | undefined {
  let [count, sumA, sumB, sumAA, sumBB, sumAB] = [0, 0, 0, 0, 0, 0];
  const end = Math.min(one.length, other.length - shift);
  for (let cell = Math.max(0, -shift); cell < end; cell += 1) {
    const [a, b] = [one[cell] ?? Number.NaN, other[cell + shift] ?? Number.NaN];
    if (Number.isNaN(a) || Number.isNaN(b)) continue;
    count += 1;
    sumA += a;
    sumB += b;
    sumAA += a * a;
    sumBB += b * b;
    sumAB += a * b;
  }
  if (count < least) return undefined;
  const [varA, varB] = [sumAA - sumA ** 2 / count, sumBB - sumB ** 2 / count];
  const scale = Math.sqrt(varA * varB);
  const fit = scale > 1e-9 * Math.max(1, sumAA, sumBB) ? (sumAB - (sumA * sumB) / count) / scale : undefined;
  // A short piece fits by chance: what is seen over a longer time counts for more.
  return fit === undefined ? undefined : fit * Math.sqrt(count);
}
