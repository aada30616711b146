/** What a channel was, sample by sample in equal steps. A sample that was not taken is `NaN`. */
export interface Signal {
  readonly samples: Float32Array;
  /** From one sample to the next, in ms. */
  readonly stepMs: number;
}

/** A number that was measured, and within how much it is known (k = 2), both in one unit. */
export interface Measured {
  readonly value: number;
  readonly uncertainty: number;
}

/** The part of a signal between two times, in ms since it began; its samples are not copied. */
export function partOf({ samples, stepMs }: Signal, fromMs: number, toMs: number): Signal {
  const from = Math.max(0, Math.ceil(Math.min(fromMs, toMs) / stepMs - 1e-9));
  const to = Math.min(samples.length, Math.floor(Math.max(fromMs, toMs) / stepMs + 1e-9) + 1);
  return { samples: samples.subarray(from, Math.max(from, to)), stepMs };
}

const looked = 20_001;
/** Of a normal distribution: the median of what lies off its middle, as a share of its standard deviation. */
const medianShare = 0.6745;

/**
 * The standard deviation of the noise from sample to sample: from how far samples lie off the middle of their two neighbours, by the median, so
 * that edges do not count (a second difference of white noise has the variance 6σ²).
 */
export function noiseOf({ samples }: Signal): number {
  const count = samples.length - 2;
  if (count < 1) return 0;
  const stride = Math.max(1, Math.floor(count / looked));
  const off: number[] = [];
  for (let at = 1; at <= count; at += stride) {
    const difference = (samples[at - 1] ?? 0) - 2 * (samples[at] ?? 0) + (samples[at + 1] ?? 0);
    if (!Number.isNaN(difference)) off.push(Math.abs(difference));
  }
  return medianOf(off) / medianShare / Math.sqrt(6);
}

/** The middle of some numbers; not a number where there are none. */
export function medianOf(numbers: ArrayLike<number>): number {
  const sorted = Float64Array.from(numbers).sort();
  const half = sorted.length / 2;
  return ((sorted[Math.ceil(half) - 1] ?? Number.NaN) + (sorted[Math.floor(half)] ?? Number.NaN)) / 2;
}

export function meanOf(numbers: ArrayLike<number>): number {
  let sum = 0;
  for (let at = 0; at < numbers.length; at += 1) sum += numbers[at] ?? 0;
  return sum / numbers.length;
}

/** The means of blocks of so many samples; a block in which nothing was taken is `NaN`. */
export function blockMeans(samples: Float32Array, size: number): Float64Array {
  const means = new Float64Array(Math.floor(samples.length / size));
  for (let block = 0; block < means.length; block += 1)
    means[block] = meanWithin(samples, block * size, (block + 1) * size);
  return means;
}

/** Of what was taken. */
export function meanWithin(samples: Float32Array, from: number, to: number): number {
  let sum = 0;
  let count = 0;
  for (let at = from; at < to; at += 1) {
    const sample = samples[at] ?? Number.NaN;
    if (Number.isNaN(sample)) continue;
    sum += sample;
    count += 1;
  }
  return count > 0 ? sum / count : Number.NaN;
}

/** Sums over samples; those that were not taken do not count. */
export interface Moments {
  readonly count: number;
  readonly sum: number;
  readonly squares: number;
  readonly least: number;
  readonly most: number;
}

const blockSize = 4096;

/** Calls a loop block by block: one over millions that is entered once runs long before it is made quick (benchmark “captures”). */
export function inBlocks(count: number, loop: (from: number, to: number) => void): void {
  for (let from = 0; from < count; from += blockSize) loop(from, Math.min(count, from + blockSize));
}

export function momentsOf(samples: Float32Array): Moments {
  const all = new Float64Array([0, 0, 0, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY]);
  inBlocks(samples.length, (from, to) => addMoments(all, samples, from, to));
  const [count = 0, sum = 0, squares = 0, least = 0, most = 0] = all;
  return { count, sum, squares, least, most };
}

function addMoments(all: Float64Array, samples: Float32Array, from: number, to: number): void {
  let count = 0;
  let sum = 0;
  let squares = 0;
  let least = Number.POSITIVE_INFINITY;
  let most = Number.NEGATIVE_INFINITY;
  for (let at = from; at < to; at += 1) {
    const sample = samples[at] ?? Number.NaN;
    if (Number.isNaN(sample)) continue;
    count += 1;
    sum += sample;
    squares += sample * sample;
    if (sample < least) least = sample;
    if (sample > most) most = sample;
  }
  all[0] = (all[0] ?? 0) + count;
  all[1] = (all[1] ?? 0) + sum;
  all[2] = (all[2] ?? 0) + squares;
  all[3] = Math.min(all[3] ?? 0, least);
  all[4] = Math.max(all[4] ?? 0, most);
}

/** The least and the greatest of numbers of which there may be millions: as arguments of a function they would be too many. */
export const leastOf = (numbers: ArrayLike<number>): number => {
  let least = Number.POSITIVE_INFINITY;
  for (let at = 0; at < numbers.length; at += 1) least = Math.min(least, numbers[at] ?? least);
  return least;
};
export const greatestOf = (numbers: ArrayLike<number>): number => {
  let most = Number.NEGATIVE_INFINITY;
  for (let at = 0; at < numbers.length; at += 1) most = Math.max(most, numbers[at] ?? most);
  return most;
};
