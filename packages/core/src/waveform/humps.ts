import { meanWithin, type Signal } from './signal.js';

/** A signal that comes again and again, seen over its own phase: so many points for each hump, whatever its speed. */
export interface Humps {
  /** `pointsOfHump` for each hump, one after the other. */
  readonly points: Float64Array;
  readonly count: number;
  /** When each begins, in ms since the signal began; one more than there are humps. */
  readonly starts: Float64Array;
}

export const pointsOfHump = 8;
// Over so many periods the speed is taken as one.
const periods = 6;

/**
 * Follows the phase of a signal near a frequency: it is multiplied with a wave of that frequency, and what is left is smoothed over some
 * periods (synchronous demodulation); then the samples are drawn onto equal steps of the phase.
 * @returns no humps where the signal is too short
 */
export function followHumps({ samples, stepMs }: Signal, hz: number): Humps {
  const count = samples.length;
  const perSample = (hz * stepMs) / 1000;
  const mean = meanWithin(samples, 0, count);
  const [real, imaginary] = [new Float64Array(count), new Float64Array(count)];
  for (let at = 0; at < count; at += 1) {
    const angle = 2 * Math.PI * ((perSample * at) % 1);
    const sample = samples[at] ?? 0;
    const off = Number.isNaN(sample) ? 0 : sample - mean;
    real[at] = off * Math.cos(angle);
    imaginary[at] = -off * Math.sin(angle);
  }
  const width = Math.max(1, Math.round(periods / perSample));
  smoothTwice(real, width);
  smoothTwice(imaginary, width);
  // In humps; what is smoothed at the ends has fewer periods.
  const phase = new Float64Array(count);
  let [turns, last] = [0, 0];
  for (let at = 0; at < count; at += 1) {
    const angle = Math.atan2(imaginary[at] ?? 0, real[at] ?? 0) / (2 * Math.PI);
    if (at > 0) turns -= Math.round(angle - last);
    last = angle;
    phase[at] = perSample * at + angle + turns;
  }
  return drawnOverPhase(samples, phase, stepMs);
}

/** The mean over a width, twice, in place; at the ends over what there is. */
function smoothTwice(numbers: Float64Array, width: number): void {
  for (let time = 0; time < 2; time += 1) smooth(numbers, width);
}

export function smooth(numbers: Float64Array, width: number): void {
  const half = Math.floor(width / 2);
  const sums = new Float64Array(numbers.length + 1);
  for (let at = 0; at < numbers.length; at += 1) sums[at + 1] = (sums[at] ?? 0) + (numbers[at] ?? 0);
  for (let at = 0; at < numbers.length; at += 1) {
    const [from, to] = [Math.max(0, at - half), Math.min(numbers.length, at + half + 1)];
    numbers[at] = ((sums[to] ?? 0) - (sums[from] ?? 0)) / (to - from);
  }
}

/** Each point is the mean of what was taken in its share of the phase. A hump goes from trough to trough. */
function drawnOverPhase(samples: Float32Array, phase: Float64Array, stepMs: number): Humps {
  const first = Math.ceil((phase[0] ?? 0) - 0.5) + 0.5;
  const count = Math.max(0, Math.floor((phase.at(-1) ?? 0) - first));
  const points = new Float64Array(count * pointsOfHump);
  const starts = new Float64Array(count + 1);
  const sums = new Float64Array(samples.length + 1);
  for (let at = 0; at < samples.length; at += 1) {
    const sample = samples[at] ?? 0;
    sums[at + 1] = (sums[at] ?? 0) + (Number.isNaN(sample) ? 0 : sample);
  }
  let [at, before, beforeAt] = [0, 0, 0];
  for (let point = 0; point <= points.length; point += 1) {
    // A point stands in the middle of its share.
    const wanted = first + (point - 0.5) / pointsOfHump;
    while (at + 2 < samples.length && (phase[at + 1] ?? 0) < wanted) at += 1;
    const [low, high] = [phase[at] ?? 0, phase[at + 1] ?? 0];
    const place = at + (high > low ? Math.min(1, Math.max(0, (wanted - low) / (high - low))) : 0);
    // A sample stands for half a step to either side.
    const sum = sumUpTo(sums, place + 0.5);
    if (point > 0) points[point - 1] = place > beforeAt ? (sum - before) / (place - beforeAt) : 0;
    if (point % pointsOfHump === 0) starts[point / pointsOfHump] = place * stepMs;
    [before, beforeAt] = [sum, place];
  }
  return { points, count, starts };
}

function sumUpTo(sums: Float64Array, place: number): number {
  const at = Math.min(sums.length - 2, Math.floor(place));
  return (sums[at] ?? 0) + ((sums[at + 1] ?? 0) - (sums[at] ?? 0)) * (place - at);
}
