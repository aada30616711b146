import { findPattern, humpsPerSecond, type Pattern } from './bars.js';
import { followHumps } from './humps.js';
import { sumUp } from './measure.js';
import { blockMeans, type Measured, medianOf, noiseOf, partOf, type Signal } from './signal.js';
import { powerOfTwo, strongestLine } from './spectrum.js';

/** A time in which something lasted, in ms since the signal began. */
export interface Span {
  readonly fromMs: number;
  readonly toMs: number;
}

/** What the current of a motor says. */
export interface MotorReading {
  /** When it was switched on, and off; `null` where that was not seen. */
  readonly onMs: number | null;
  readonly offMs: number | null;
  /** `null` where it was on already. */
  readonly inrush: { readonly atMs: number; readonly peak: Measured } | null;
  /** While it turns evenly; `null` where it never does. */
  readonly running: (Span & { readonly mean: Measured }) | null;
  /** While it is held, with its current; `null` where it is not. */
  readonly stall: (Span & { readonly mean: Measured }) | null;
  /** The ripple of its commutator while it runs; `null` where none can be told from noise. */
  readonly ripple: Ripple | null;
}

/** What is known of a motor before its current is read. */
export interface KnownMotor {
  readonly bars: number | null;
  /** Humps for each bar and turn. */
  readonly humpsOfBar: number;
}

export interface Ripple {
  readonly humpsHz: Measured;
  /** Bars of the commutator and what differs from bar to bar; `null` where the humps are too alike to be counted. */
  readonly pattern: Pattern | null;
  readonly rpm: Measured | null;
}

const blocks = 1000;
const [onShare, stallShare, evenShare] = [0.15, 0.7, 0.25];
// Where the least is more than that of the greatest, it is never off.
const offShare = 0.3;

/**
 * Finds what happens in the current of a motor: switching on, the peak of the inrush, running, standing still under load, switching off; and
 * in its running the ripple of the commutator.
 * @param known bars of the commutator, and humps for each bar and turn where that is not one
 * @returns a sentence where there is no motor current to be seen
 */
export function readMotor(signal: Signal, known: KnownMotor = { bars: null, humpsOfBar: 1 }): MotorReading | string {
  const size = Math.max(1, Math.floor(signal.samples.length / blocks));
  const means = blockMeans(signal.samples, size);
  const blockMs = size * signal.stepMs;
  if (means.length < 20) return 'Too few samples for the current of a motor: 20 or more are needed.';
  const sorted = means.filter((mean) => !Number.isNaN(mean)).sort();
  const [rest, most] = [sorted[0] ?? 0, sorted.at(-1) ?? 0];
  const noise = noiseOf(signal);
  if (!(most - rest > Math.max(10 * (noise / Math.sqrt(size)), 1e-9)))
    return 'No current is switched on in this capture.';
  if (rest > offShare * most) return onAlready(signal, means, blockMs, known);
  const isOn = (mean: number) => mean > rest + onShare * (most - rest);
  const first = means.findIndex(isOn);
  const last = means.findLastIndex(isOn);
  const peakBlock = peakOf(means, first, last);
  const peak = highest(partOf(signal, (peakBlock - 1) * blockMs, (peakBlock + 2) * blockMs), noise);
  const running = runningIn(means, peakBlock, last, rest);
  const stall = stallIn(means, peakBlock, last, running?.level);
  const spanOf = ([from, to]: readonly [number, number]): Span & { readonly mean: Measured } => {
    const span = { fromMs: from * blockMs, toMs: (to + 1) * blockMs };
    return { ...span, mean: sumUp(partOf(signal, span.fromMs, span.toMs))?.mean ?? { value: 0, uncertainty: 0 } };
  };
  const runs = running && spanOf(running.span);
  return {
    onMs: first > 0 ? first * blockMs : null,
    offMs: last < means.length - 1 ? (last + 1) * blockMs : null,
    inrush: { atMs: Math.max(0, (peakBlock - 1) * blockMs) + peak.at * signal.stepMs, peak: peak.value },
    running: runs ?? null,
    stall: stall ? spanOf(stall) : null,
    ripple: runs ? readRipple(partOf(signal, runs.fromMs, runs.toMs), known) : null,
  };
}

/** A motor of which neither switching on nor off was taken: how it runs for the longest time, without a word about its inrush or standing still. */
function onAlready(signal: Signal, means: Float64Array, blockMs: number, known: KnownMotor): MotorReading {
  const level = medianOf(means.filter((mean) => !Number.isNaN(mean)));
  const span = longest(means, 0, means.length - 1, (mean) => Math.abs(mean - level) <= evenShare * level);
  const [fromMs, toMs] = span ? [span[0] * blockMs, (span[1] + 1) * blockMs] : [0, 0];
  const part = partOf(signal, fromMs, toMs);
  const mean = sumUp(part)?.mean;
  return {
    onMs: null,
    offMs: null,
    inrush: null,
    running: mean ? { fromMs, toMs, mean } : null,
    stall: null,
    ripple: readRipple(part, known),
  };
}

/** The greatest before it first falls to less than three quarters of it: a stall comes later. */
function peakOf(means: Float64Array, first: number, last: number): number {
  let peak = first;
  for (let at = first; at <= last; at += 1) {
    if ((means[at] ?? 0) > (means[peak] ?? 0)) peak = at;
    else if ((means[at] ?? 0) < 0.75 * (means[peak] ?? 0) && at - peak > 2) break;
  }
  return peak;
}

function highest({ samples }: Signal, noise: number): { readonly at: number; readonly value: Measured } {
  let at = 0;
  for (let index = 1; index < samples.length; index += 1) if ((samples[index] ?? 0) > (samples[at] ?? 0)) at = index;
  // The greatest of noisy samples is too great by about as much as noise reaches: the mean of three is nearer.
  const near = Array.from(samples.subarray(Math.max(0, at - 1), at + 2)).filter((one) => !Number.isNaN(one));
  const value = near.reduce((sum, one) => sum + one, 0) / Math.max(1, near.length);
  return { at, value: { value, uncertainty: 2 * noise } };
}

interface Level {
  readonly level: number;
  readonly span: readonly [number, number];
}

/** The longest time in which it stays near one current that is well below its inrush. */
function runningIn(means: Float64Array, peak: number, last: number, rest: number): Level | undefined {
  const limit = rest + stallShare * ((means[peak] ?? 0) - rest);
  const low = means.slice(peak, last).filter((mean) => mean < limit && mean > rest);
  if (low.length < 5) return undefined;
  const level = medianOf(low);
  const span = longest(means, peak, last, (mean) => Math.abs(mean - level) <= evenShare * Math.abs(level - rest));
  return span && span[1] - span[0] >= 3 ? { level, span } : undefined;
}

/** The longest time behind the inrush in which it stands near the current of the inrush, or far above running. */
function stallIn(means: Float64Array, peak: number, last: number, running: number | undefined) {
  const limit = Math.max(0.75 * (means[peak] ?? 0), running === undefined ? 0 : 1.8 * running);
  const from = means.findIndex((mean, at) => at > peak && mean < limit);
  // A motor that never gets going stands from its inrush on.
  if (running === undefined) return longest(means, peak, last, (mean) => mean >= 0.75 * (means[peak] ?? 0), 20);
  return from < 0 ? undefined : longest(means, from, last, (mean) => mean >= limit, 3);
}

/** The first and the last of the longest row of blocks that are so. */
function longest(
  means: Float64Array,
  from: number,
  to: number,
  is: (mean: number) => boolean,
  atLeast = 1,
): readonly [number, number] | undefined {
  let best: readonly [number, number] | undefined;
  let start = -1;
  for (let at = from; at <= to + 1; at += 1) {
    const isSo = at <= to && is(means[at] ?? Number.NaN);
    if (isSo && start < 0) start = at;
    if (isSo || start < 0) continue;
    if (at - start >= atLeast && (!best || at - 1 - start > best[1] - best[0])) best = [start, at - 1];
    start = -1;
  }
  return best;
}

// Noise alone has lines of about that strength, of all that are looked at.
const leastStrength = 12;
const mostSamples = 2 ** 19;
const leastHumps = 12;

/** The ripple in a time in which a motor turns evenly. @returns `null` where it cannot be told from noise */
export function readRipple(running: Signal, { bars, humpsOfBar }: KnownMotor): Ripple | null {
  const signal = { ...running, samples: running.samples.subarray(0, mostSamples) };
  const count = signal.samples.length;
  const rateHz = 1000 / signal.stepMs;
  const part = powerOfTwo(Math.min(2 ** 14, count / 2));
  const line = strongestLine(signal, (leastHumps * rateHz) / count, rateHz / 2.5, part);
  if (!line || line.strength < leastStrength) return null;
  const humps = followHumps(signal, line.hz);
  if (humps.count < leastHumps) return null;
  const hz = humpsPerSecond(humps);
  const humpsHz = { value: hz, uncertainty: (2 * hz) / humps.count / Math.sqrt(12) };
  const known = bars === null ? undefined : bars * humpsOfBar;
  const found = findPattern(humps, known);
  const perTurn = found?.bars ?? known;
  const by = 60 / (perTurn ?? 1);
  return {
    humpsHz,
    pattern: found ?? null,
    rpm: perTurn === undefined ? null : { value: hz * by, uncertainty: humpsHz.uncertainty * by },
  };
}
