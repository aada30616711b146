import { rangeOf } from './levels.js';
import { noiseOf, type Signal } from './signal.js';

/** Where a signal goes through the middle between a low and the high that follows it, or the other way. */
export interface Edges {
  /** ms since the signal began, rising. */
  readonly times: Float64Array;
  /** 1 where it rises. They take turns. */
  readonly rising: Uint8Array;
  /** The turning points between which each edge lies: the lower and the upper. */
  readonly lows: Float64Array;
  readonly highs: Float64Array;
  /** Standard deviation of the noise. */
  readonly noise: number;
}

// Of the swing between the last turning points; less than that is no turn.
const turnShare = 0.4;
// A larger swing counts at once, a smaller one by and by: it may be a single weak one.
const [rise, fall] = [0.9, 0.25];
const leastShare = 0.02;
// From the least to the greatest of a wave are at most so many of its standard deviations.
const [waveReach, waveTurn] = [5, 0.3];

/**
 * Edges by an adaptive hysteresis: a turn counts once the signal has gone back by a share of the swings that came before, and by more than its
 * noise does. An offset, a slow drift and a changing amplitude do not matter. The time of an edge is where straight lines between samples go
 * through the middle of its two turning points; noise that goes through it several times has the mean of the first and the last.
 */
export function findEdges(signal: Signal): Edges {
  const { samples, stepMs } = signal;
  const noise = noiseOf(signal);
  const range = rangeOf(samples);
  const found = makeEdges();
  if (!range || range[1] === range[0]) return found.end(noise);
  const whole = range[1] - range[0];
  // So many samples of normal noise reach √(2 ln n) of its standard deviations to either side.
  const noiseTurn = (2 * Math.sqrt(2 * Math.log(samples.length)) + 1) * noise;
  // What is sampled coarsely looks noisier than it is; but noise alone has far ends, and a wave has none.
  const mostTurn = whole < waveReach * deviationOf(samples) ? waveTurn * whole : Number.POSITIVE_INFINITY;
  const leastTurn = Math.max(Math.min(noiseTurn, mostTurn), leastShare * whole);
  let [swing, turn] = [0, leastTurn];
  // Until the first turn it is not known whether the signal rises or falls.
  let [isUp, isKnown] = [true, false];
  let [least, leastAt, most, mostAt] = [Number.POSITIVE_INFINITY, 0, Number.NEGATIVE_INFINITY, 0];
  let [valley, valleyAt, peak, peakAt] = [0, -1, 0, -1];
  const close = (low: number, high: number, from: number, to: number, isRising: boolean) => {
    const at = crossing(samples, from, to, (low + high) / 2, isRising);
    found.add(at * stepMs, isRising, low, high);
    const off = high - low - swing;
    swing += (off > 0 ? rise : fall) * off;
    turn = Math.max(turnShare * swing, leastTurn);
  };
  for (let at = 0; at < samples.length; at += 1) {
    const sample = samples[at] ?? Number.NaN;
    if (sample > most) [most, mostAt] = [sample, at];
    if (sample < least) [least, leastAt] = [sample, at];
    if ((isUp || !isKnown) && sample < most - turn) {
      [peak, peakAt] = [most, mostAt];
      // What rises from the very beginning has its first low there.
      if (!isKnown && leastAt < mostAt && most - least > turn) [valley, valleyAt] = [least, leastAt];
      if (valleyAt >= 0) close(valley, peak, valleyAt, peakAt, true);
      [isUp, isKnown, least, leastAt] = [false, true, sample, at];
    } else if ((!isUp || !isKnown) && sample > least + turn) {
      [valley, valleyAt] = [least, leastAt];
      if (!isKnown && mostAt < leastAt && most - least > turn) [peak, peakAt] = [most, mostAt];
      if (peakAt >= 0) close(valley, peak, peakAt, valleyAt, false);
      [isUp, isKnown, most, mostAt] = [true, true, sample, at];
    }
  }
  // The last edge has no turn behind it.
  if (isKnown && isUp && most - valley > turn) close(valley, most, valleyAt, mostAt, true);
  else if (isKnown && !isUp && peak - least > turn) close(least, peak, peakAt, leastAt, false);
  return found.end(noise);
}

function deviationOf(samples: Float32Array): number {
  let [count, sum, squares] = [0, 0, 0];
  for (const sample of samples) {
    if (Number.isNaN(sample)) continue;
    count += 1;
    sum += sample;
    squares += sample * sample;
  }
  return Math.sqrt(Math.max(0, squares / count - (sum / count) ** 2));
}

/** Where samples go through a level between two of them, in samples. */
function crossing(samples: Float32Array, from: number, to: number, level: number, isRising: boolean): number {
  const isPast = (at: number) => {
    const sample = samples[at] ?? 0;
    return isRising ? sample >= level : sample <= level;
  };
  let first = from + 1;
  while (first < to && !isPast(first)) first += 1;
  let last = to - 1;
  while (last >= first && isPast(last)) last -= 1;
  return (between(samples, first, level) + between(samples, last + 1, level)) / 2;
}

function between(samples: Float32Array, at: number, level: number): number {
  const [before, after] = [samples[at - 1] ?? 0, samples[at] ?? 0];
  if (Number.isNaN(before) || Number.isNaN(after)) return at;
  return after === before ? at : at - 1 + Math.min(1, Math.max(0, (level - before) / (after - before)));
}

/** Edges that come one by one. */
function makeEdges() {
  const [times, rising, lows, highs] = [[], [], [], []] as [number[], number[], number[], number[]];
  return {
    add: (atMs: number, isRising: boolean, low: number, high: number): void => {
      times.push(atMs);
      rising.push(isRising ? 1 : 0);
      lows.push(low);
      highs.push(high);
    },
    end: (noise: number): Edges => ({
      times: Float64Array.from(times),
      rising: Uint8Array.from(rising),
      lows: Float64Array.from(lows),
      highs: Float64Array.from(highs),
      noise,
    }),
  };
}

/** The times at which it rises, in ms. */
export const risingTimes = ({ times, rising }: Edges): Float64Array => times.filter((_, at) => rising[at] === 1);
/** The times at which it falls, in ms. */
export const fallingTimes = ({ times, rising }: Edges): Float64Array => times.filter((_, at) => rising[at] === 0);
