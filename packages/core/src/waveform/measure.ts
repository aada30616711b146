import { type Edges, fallingTimes, findEdges, risingTimes } from './edges.js';
import { levelsOf } from './levels.js';
import { inBlocks, type Measured, medianOf, momentsOf, noiseOf, type Signal } from './signal.js';

/** What a signal comes to as a whole. */
export interface Sums {
  readonly count: number;
  readonly mean: Measured;
  /** The total one: with the mean in it. */
  readonly rms: Measured;
  readonly min: Measured;
  readonly max: Measured;
  readonly peakToPeak: Measured;
  /** The integral over time, in the unit times seconds. */
  readonly area: Measured;
  /** Of the straight line that fits best, in the unit per second. */
  readonly slope: Measured;
}

/**
 * Mean, RMS, extremes, area and slope of what was taken. Uncertainties (k = 2) are those of white noise of the deviation σ that the samples
 * themselves show: 2σ/√n for means, 2σ for a single sample.
 * @returns `undefined` where nothing was taken
 */
export function sumUp(signal: Signal): Sums | undefined {
  const { samples, stepMs } = signal;
  const { count, sum, squares, least, most } = momentsOf(samples);
  if (count === 0) return undefined;
  const { places, placeSquares, products } = placesOf(samples);
  const single = 2 * noiseOf(signal);
  const mean = sum / count;
  const ofMean = single / Math.sqrt(count);
  const rms = Math.sqrt(squares / count);
  const stepS = stepMs / 1000;
  const spread = placeSquares - (places * places) / count;
  const slope = spread > 0 ? (products - (places * sum) / count) / spread / stepS : 0;
  return {
    count,
    mean: { value: mean, uncertainty: ofMean },
    rms: {
      value: rms,
      uncertainty: rms > 0 ? Math.min(single, (ofMean * Math.max(Math.abs(mean), rms)) / rms) : single,
    },
    min: { value: least, uncertainty: single },
    max: { value: most, uncertainty: single },
    peakToPeak: { value: most - least, uncertainty: single * Math.SQRT2 },
    area: { value: sum * stepS, uncertainty: single * Math.sqrt(count) * stepS },
    slope: { value: slope, uncertainty: spread > 0 ? single / Math.sqrt(spread) / stepS : 0 },
  };
}

/** Sums with the number of each sample, for a straight line. */
function placesOf(samples: Float32Array) {
  const all = new Float64Array(3);
  inBlocks(samples.length, (from, to) => {
    let places = 0;
    let placeSquares = 0;
    let products = 0;
    for (let at = from; at < to; at += 1) {
      const sample = samples[at] ?? Number.NaN;
      if (Number.isNaN(sample)) continue;
      places += at;
      placeSquares += at * at;
      products += at * sample;
    }
    all[0] = (all[0] ?? 0) + places;
    all[1] = (all[1] ?? 0) + placeSquares;
    all[2] = (all[2] ?? 0) + products;
  });
  const [places = 0, placeSquares = 0, products = 0] = all;
  return { places, placeSquares, products };
}

/** What a signal that goes to and fro comes to. */
export interface Pulses {
  /** How many times it rises. */
  readonly count: number;
  readonly frequencyHz: Measured;
  readonly periodMs: Measured;
  /** The share of time above the middle between its two levels, 0 to 1. */
  readonly duty: Measured;
  /** By how much the duty changes from the first period to the last, on the straight line that fits best. */
  readonly dutyTrend: number;
}

/** Fewer samples a period than that tell no time of an edge. */
export const leastSamplesOfPeriod = 4;

/** Says that samples were taken too slowly, and the rate that is needed. */
const sayTooSlow = (periodMs: number, stepMs: number): string =>
  `Too few samples: ${(periodMs / stepMs).toFixed(1)} for each period. ${sayRate((10 / periodMs) * 1000)} or more are needed.`;

export const sayRate = (perSecond: number): string => {
  const digits = 10 ** Math.floor(Math.log10(perSecond));
  const rounded = Math.ceil(perSecond / digits) * digits;
  return rounded >= 1e6 ? `${rounded / 1e6} million samples a second` : `${rounded} samples a second`;
};

/**
 * Frequency, period and duty from the times at which a signal goes through the middle.
 * @returns a sentence where it goes to and fro too rarely, or too quickly for its samples
 */
export function measurePulses(signal: Signal, edges: Edges = findEdges(signal)): Pulses | string {
  const [rises, falls] = [risingTimes(edges), fallingTimes(edges)];
  if (rises.length < 2) return 'It does not go to and fro at least twice.';
  const { stepMs } = signal;
  const span = (rises.at(-1) ?? 0) - (rises[0] ?? 0);
  const periodMs = span / (rises.length - 1);
  if (periodMs < leastSamplesOfPeriod * stepMs) return sayTooSlow(periodMs, stepMs);
  const duties = dutiesOf(rises, falls);
  // An edge between two samples lies evenly distributed where the signal steps: 2 · step/√12.
  const ofEdge = (2 * stepMs) / Math.sqrt(12);
  const ofPeriod = (ofEdge * Math.SQRT2) / (rises.length - 1);
  const duty = duties.reduce((sum, one) => sum + one, 0) / Math.max(1, duties.length);
  return {
    count: rises.length,
    periodMs: { value: periodMs, uncertainty: ofPeriod },
    frequencyHz: { value: 1000 / periodMs, uncertainty: (1000 / periodMs) * (ofPeriod / periodMs) },
    duty: { value: duty, uncertainty: (ofEdge * Math.SQRT2) / periodMs / Math.sqrt(Math.max(1, duties.length)) },
    dutyTrend: trendOf(duties),
  };
}

/** The share of each period for which it is high. */
function dutiesOf(rises: Float64Array, falls: Float64Array): readonly number[] {
  const duties: number[] = [];
  let fall = 0;
  for (let at = 0; at + 1 < rises.length; at += 1) {
    const [from, to] = [rises[at] ?? 0, rises[at + 1] ?? 0];
    while (fall < falls.length && (falls[fall] ?? 0) <= from) fall += 1;
    const down = falls[fall];
    if (down !== undefined && down < to) duties.push((down - from) / (to - from));
  }
  return duties;
}

function trendOf(numbers: readonly number[]): number {
  const count = numbers.length;
  if (count < 2) return 0;
  const middle = (count - 1) / 2;
  let [products, squares] = [0, 0];
  for (const [at, number] of numbers.entries()) {
    products += (at - middle) * number;
    squares += (at - middle) ** 2;
  }
  return (products / squares) * (count - 1);
}

/**
 * How long a signal takes from 10 to 90 % of the way between its two levels, by the middle of all its edges of one kind.
 * @returns a sentence where it has no such edge, or its edges are quicker than its samples
 */
export function measureTransition(
  signal: Signal,
  kind: 'rise' | 'fall',
  edges: Edges = findEdges(signal),
  levels = levelsOf(signal),
): Measured | string {
  const { samples, stepMs } = signal;
  const times = kind === 'rise' ? risingTimes(edges) : fallingTimes(edges);
  if (!levels || times.length === 0) return kind === 'rise' ? 'It does not rise.' : 'It does not fall.';
  const [tenth, nineTenths] = [0.1, 0.9].map((share) => levels.low + share * (levels.high - levels.low)) as [
    number,
    number,
  ];
  const sign = kind === 'rise' ? 1 : -1;
  const taken = Array.from(times, (time) => {
    // Outwards from the middle, as noise on a level goes through nothing.
    let [low, high] = [Math.floor(time / stepMs), Math.ceil(time / stepMs)];
    while (low >= 0 && (samples[low] ?? Number.NaN) > tenth) low -= sign;
    while (high < samples.length && (samples[high] ?? Number.NaN) < nineTenths) high += sign;
    return Math.abs(at(samples, high, sign, nineTenths) - at(samples, low + sign, sign, tenth)) * stepMs;
  }).filter((time) => Number.isFinite(time));
  const value = medianOf(taken);
  if (!(value >= 2 * stepMs)) return `It is quicker than its samples show: under ${(2 * stepMs).toPrecision(2)} ms.`;
  return { value, uncertainty: (2 * stepMs * Math.SQRT2) / Math.sqrt(12 * taken.length) };
}

/** Where a level lies between a sample and the one before it, in the direction in which the edge goes. */
function at(samples: Float32Array, index: number, sign: number, level: number): number {
  const [before, after] = [samples[index - sign] ?? Number.NaN, samples[index] ?? Number.NaN];
  return before === after ? index : index - sign * (1 - (level - before) / (after - before));
}

/** By how much one signal is later than another. */
export interface Delay {
  readonly delayMs: Measured;
  /** In degrees of a period; `null` where there is only one edge. */
  readonly phaseDeg: number | null;
}

/**
 * The delay of a second signal against a first, from where each rises: the middle of how far the nearest edges lie apart. It is positive where
 * the second is later.
 * @returns a sentence where one of them does not rise
 */
export function measureDelay(first: Signal, second: Signal): Delay | string {
  const [a, b] = [risingTimes(findEdges(first)), risingTimes(findEdges(second))];
  if (a.length === 0) return 'The first of the two does not rise.';
  if (b.length === 0) return 'The second of the two does not rise.';
  const periodMs = a.length > 1 ? ((a.at(-1) ?? 0) - (a[0] ?? 0)) / (a.length - 1) : undefined;
  let near = 0;
  const apart = Array.from(a, (time) => {
    while (near + 1 < b.length && Math.abs((b[near + 1] ?? 0) - time) <= Math.abs((b[near] ?? 0) - time)) near += 1;
    return (b[near] ?? 0) - time;
  });
  const value = medianOf(periodMs === undefined ? apart : apart.filter((one) => Math.abs(one) <= periodMs));
  const ofEdge = (2 * (first.stepMs + second.stepMs)) / 2 / Math.sqrt(12);
  return {
    delayMs: { value, uncertainty: (ofEdge * Math.SQRT2) / Math.sqrt(apart.length) },
    phaseDeg: periodMs === undefined ? null : (value / periodMs) * 360,
  };
}

/** A time in which a signal was cut off at the end of the range of its instrument. */
export interface Clipping {
  readonly level: number;
  readonly share: number;
}

const [leastRun, leastClipped, switched] = [4, 0.001, 0.9];

/**
 * Whether a signal was cut off by its instrument: it stands at exactly its greatest or its least value for several samples in a row, again and
 * again, and is not one that is switched between two levels.
 */
export function findClipping(signal: Signal, sums = sumUp(signal), levels = levelsOf(signal)): readonly Clipping[] {
  if (!sums || sums.peakToPeak.value === 0) return [];
  if (levels && levels.share > switched) return [];
  return [sums.max.value, sums.min.value].flatMap((level) => {
    const share = countRuns(signal.samples, level) / sums.count;
    return share >= leastClipped ? [{ level, share }] : [];
  });
}

/** How many samples stand at exactly a level for several in a row. */
function countRuns(samples: Float32Array, level: number): number {
  const state = new Int32Array(2);
  inBlocks(samples.length, (from, to) => {
    let run = state[0] ?? 0;
    let all = state[1] ?? 0;
    for (let at = from; at < to; at += 1) {
      run = samples[at] === level ? run + 1 : 0;
      if (run === leastRun) all += leastRun;
      else if (run > leastRun) all += 1;
    }
    state[0] = run;
    state[1] = all;
  });
  return state[1] ?? 0;
}
