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

export const lengthMs = ({ samples, stepMs }: Signal): number => Math.max(0, samples.length - 1) * stepMs;

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
export function blockMeans(samples: Float32Array, blockSize: number): Float64Array {
  const means = new Float64Array(Math.floor(samples.length / blockSize));
  for (let block = 0; block < means.length; block += 1) {
    let [sum, count] = [0, 0];
    for (let at = block * blockSize; at < (block + 1) * blockSize; at += 1) {
      const sample = samples[at] ?? Number.NaN;
      if (!Number.isNaN(sample)) {
        sum += sample;
        count += 1;
      }
    }
    means[block] = count > 0 ? sum / count : Number.NaN;
  }
  return means;
}
