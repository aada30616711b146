import FFT from 'fft.js';
import type { Signal } from './signal.js';

// Shorter parts have no line between their ends.
const leastPart = 8;

/** The strongest line of a spectrum. */
export interface Line {
  readonly hz: number;
  /** Its power against the middle of all others: noise alone has lines of some ten. */
  readonly strength: number;
}

/**
 * The strongest line between two frequencies: the mean of the spectra of parts that overlap by half, with a Hann window (Welch, 1967), and a
 * parabola through the logarithms of the greatest and its two neighbours.
 * @param partLength of samples, a power of two
 * @returns `undefined` where the signal is shorter than a part, or there is no line between them
 */
export function strongestLine(
  { samples, stepMs }: Signal,
  fromHz: number,
  toHz: number,
  partLength: number,
): Line | undefined {
  if (samples.length < partLength || partLength < leastPart) return undefined;
  const power = powersOf(samples, partLength);
  const binHz = 1000 / stepMs / partLength;
  const [first, last] = [Math.max(2, Math.ceil(fromHz / binHz)), Math.min(power.length - 2, Math.floor(toHz / binHz))];
  let best = -1;
  for (let bin = first; bin <= last; bin += 1) if (best < 0 || (power[bin] ?? 0) > (power[best] ?? 0)) best = bin;
  if (best < 0) return undefined;
  const [before, most, after] = [power[best - 1] ?? 0, power[best] ?? 0, power[best + 1] ?? 0].map((one) =>
    Math.log(one + 1e-300),
  );
  const bend = (before ?? 0) - 2 * (most ?? 0) + (after ?? 0);
  const off = bend < 0 ? (0.5 * ((before ?? 0) - (after ?? 0))) / bend : 0;
  const others = power.slice(first, last + 1).sort();
  return { hz: (best + off) * binHz, strength: (power[best] ?? 0) / (others[others.length >> 1] ?? 1) };
}

// More parts than that say no more.
const mostParts = 64;

function powersOf(samples: Float32Array, length: number): Float64Array {
  const fft = new FFT(length);
  const [input, output] = [new Array<number>(length).fill(0), fft.createComplexArray()];
  const window = Float64Array.from({ length }, (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / length));
  const power = new Float64Array(length / 2);
  const parts = Math.min(mostParts, Math.floor((samples.length - length) / (length / 2)) + 1);
  for (let part = 0; part < parts; part += 1) {
    const from = parts > 1 ? Math.floor(((samples.length - length) * part) / (parts - 1)) : 0;
    fill(input, samples, from, window);
    fft.realTransform(output, input);
    for (let bin = 0; bin < power.length; bin += 1)
      power[bin] = (power[bin] ?? 0) + (output[2 * bin] ?? 0) ** 2 + (output[2 * bin + 1] ?? 0) ** 2;
  }
  return power;
}

/** A part of the samples without its straight line, through a window. */
function fill(input: number[], samples: Float32Array, from: number, window: Float64Array): void {
  const length = window.length;
  const half = length / 2;
  let [early, late] = [0, 0];
  for (let at = 0; at < half; at += 1) {
    early += valueAt(samples, from + at);
    late += valueAt(samples, from + half + at);
  }
  const [mean, slope] = [(early + late) / length, (late - early) / half / half];
  for (let at = 0; at < length; at += 1)
    input[at] = (valueAt(samples, from + at) - mean - slope * (at - half + 0.5)) * (window[at] ?? 0);
}

function valueAt(samples: Float32Array, at: number): number {
  const sample = samples[at] ?? 0;
  return Number.isNaN(sample) ? 0 : sample;
}

/** The greatest power of two that is at most so much. */
export const powerOfTwo = (most: number): number => 2 ** Math.floor(Math.log2(Math.max(1, most)));
