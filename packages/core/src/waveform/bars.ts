import { type Humps, pointsOfHump, smooth } from './humps.js';
import { medianOf } from './signal.js';

/** What comes again with each turn of a motor. */
export interface Pattern {
  /** Humps a turn. */
  readonly bars: number;
  /** They were counted; otherwise all are alike, and their number is the one that is known. */
  readonly isCounted: boolean;
  /** How sure that number is, 0 to 1. */
  readonly sureness: number;
  /** How high the hump of each is, as a share of the middle one. */
  readonly heights: readonly number[];
  /** The one that differs most, from 0, where it differs by more than the others do; `null`: all are alike. */
  readonly odd: number | null;
}

const [fewestBars, mostBars] = [3, 64];
const features = 2;

/**
 * Finds after how many humps their differences come again; where they are all alike, how high each is for the number that is known. Each hump is told by its mean and by its basic wave; those are folded at each number of bars, and the number that explains most for what it needs stands (Schwarz’s criterion).
 * @param known humps a turn; `undefined`: not known
 * @returns `undefined` where nothing comes again: humps that are all alike cannot be counted
 */
export function findPattern(humps: Humps, known?: number): Pattern | undefined {
  const table = featuresOf(humps);
  const rows = humps.count;
  if (rows < 3 * fewestBars) return undefined;
  const scores: { bars: number; score: number }[] = [{ bars: 1, score: scoreOf(table, rows, 1) }];
  for (let bars = fewestBars; bars <= Math.min(mostBars, Math.floor(rows / 3)); bars += 1)
    scores.push({ bars, score: scoreOf(table, rows, bars) });
  const least = scores.reduce((best, one) => (one.score < best.score ? one : best));
  if (least.bars === 1)
    return known !== undefined && rows >= 3 * known
      ? { bars: known, isCounted: false, sureness: 0, ...heightsOf(humps, known) }
      : undefined;
  const weights = scores.map(({ score }) => Math.exp((least.score - score) / 2));
  const sureness = 1 / weights.reduce((sum, one) => sum + one, 0);
  return { bars: least.bars, isCounted: true, sureness, ...heightsOf(humps, least.bars) };
}

/** For each hump how far its features lie off the mean of all, without what changes more slowly than turns do. */
function featuresOf({ points, count }: Humps): Float64Array[] {
  const table = Array.from({ length: features }, () => new Float64Array(count));
  for (let hump = 0; hump < count; hump += 1)
    for (let point = 0; point < pointsOfHump; point += 1) {
      const value = points[hump * pointsOfHump + point] ?? 0;
      const angle = (2 * Math.PI * point) / pointsOfHump;
      for (const [index, weight] of [Math.SQRT1_2, Math.cos(angle)].entries()) {
        const column = table[index];
        if (column) column[hump] = (column[hump] ?? 0) + value * weight;
      }
    }
  for (const column of table) {
    const slow = Float64Array.from(column);
    smooth(slow, 2 * mostBars + 1);
    for (let hump = 0; hump < count; hump += 1) column[hump] = (column[hump] ?? 0) - (slow[hump] ?? 0);
  }
  return table;
}

/** Schwarz’s criterion of a fold: less is better. */
function scoreOf(table: readonly Float64Array[], rows: number, bars: number): number {
  let within = 0;
  for (const column of table) {
    const [sums, counts] = [new Float64Array(bars), new Float64Array(bars)];
    let squares = 0;
    for (let row = 0; row < rows; row += 1) {
      const value = column[row] ?? 0;
      sums[row % bars] = (sums[row % bars] ?? 0) + value;
      counts[row % bars] = (counts[row % bars] ?? 0) + 1;
      squares += value * value;
    }
    within += squares - sums.reduce((sum, one, at) => sum + (one * one) / (counts[at] ?? 1), 0);
  }
  const all = rows * table.length;
  // Each mean is one of as many turns as there are.
  return all * Math.log(Math.max(within, 1e-300) / all) + bars * table.length * Math.log(Math.max(3, rows / bars));
}

// As a share of the middle hump: less is what motors differ by anyway.
const leastOdd = 0.15;

function heightsOf(humps: Humps, bars: number): Pick<Pattern, 'heights' | 'odd'> {
  const heights = foldedHeights(humps, bars);
  const off = heights.map((height) => Math.abs(height - 1));
  const usual = medianOf(off) / 0.6745;
  const most = off.indexOf(Math.max(...off));
  return { heights, odd: (off[most] ?? 0) > Math.max(leastOdd, 3 * usual) ? most : null };
}

/** How high the hump of each place of a turn is, as a share of the middle one: from the mean of all turns, its crest over the troughs beside it. */
export function foldedHeights({ points, count }: Humps, places: number): readonly number[] {
  const folded = foldedPoints(points, count, places);
  const heights = Array.from({ length: places }, (_, place) => {
    const own = Array.from({ length: pointsOfHump }, (_, point) => folded[place * pointsOfHump + point] ?? 0);
    return Math.max(...own) - Math.min(...own);
  });
  const middle = medianOf(heights);
  return heights.map((height) => (middle > 0 ? height / middle : 1));
}

/** The mean of all turns, point by point. */
export function foldedPoints(points: Float64Array, count: number, places: number): Float64Array {
  const folded = new Float64Array(places * pointsOfHump);
  const turns = Math.max(1, Math.floor(count / places));
  for (let at = 0; at < turns * folded.length; at += 1)
    folded[at % folded.length] = (folded[at % folded.length] ?? 0) + (points[at] ?? 0) / turns;
  return folded;
}

/** How many humps a second there are, from the first to the last. */
export const humpsPerSecond = ({ count, starts }: Humps): number =>
  (count * 1000) / Math.max(1e-9, (starts[count] ?? 0) - (starts[0] ?? 0));
