import { inBlocks, momentsOf, type Signal } from './signal.js';

/** The two levels between which a signal goes. */
export interface Levels {
  readonly low: number;
  readonly high: number;
  /** The share of samples that stand at one of them, 0 to 1: near 1 for a signal that is switched. */
  readonly share: number;
}

const bins = 256;

/**
 * The low and the high level of a signal: the most frequent values of its lower and of its upper half (histogram method of IEEE 181-2011).
 * @returns `undefined` where there is no sample
 */
export function levelsOf({ samples }: Signal): Levels | undefined {
  const { count, least, most } = momentsOf(samples);
  if (count === 0) return undefined;
  if (most === least) return { low: least, high: most, share: 1 };
  const counts = new Uint32Array(bins);
  const sums = new Float64Array(bins);
  const scale = (bins - 1e-6) / (most - least);
  inBlocks(samples.length, (from, to) => {
    for (let at = from; at < to; at += 1) {
      const sample = samples[at] ?? Number.NaN;
      if (Number.isNaN(sample)) continue;
      const bin = ((sample - least) * scale) | 0;
      counts[bin] = (counts[bin] ?? 0) + 1;
      sums[bin] = (sums[bin] ?? 0) + sample;
    }
  });
  const low = modeIn(counts, sums, 0, bins / 2);
  const high = modeIn(counts, sums, bins / 2, bins);
  return { low: low.level, high: high.level, share: (low.count + high.count) / count };
}

// A level with noise is spread over some bins.
const spread = 12;

/** The most frequent value of some bins, and how many samples stand about it. */
function modeIn(counts: Uint32Array, sums: Float64Array, from: number, to: number) {
  let [best, bestCount] = [from, -1];
  for (let bin = from; bin < to; bin += 1) {
    // Three bins together, as a level may lie on the border of two.
    const count = sumIn(counts, bin - 1, bin + 1, from, to);
    if (count > bestCount) [best, bestCount] = [bin, count];
  }
  const count = sumIn(counts, best - spread, best + spread, from, to);
  return { level: sumIn(sums, best - spread, best + spread, from, to) / Math.max(1, count), count };
}

function sumIn(numbers: ArrayLike<number>, first: number, last: number, from: number, to: number): number {
  let sum = 0;
  for (let at = Math.max(first, from); at <= Math.min(last, to - 1); at += 1) sum += numbers[at] ?? 0;
  return sum;
}
