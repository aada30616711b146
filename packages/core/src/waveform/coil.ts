import { smooth } from './humps.js';
import { fitRise, type Rise, riseAt } from './rise.js';
import { blockMeans, greatestOf, leastOf, type Measured, meanOf, medianOf, noiseOf, type Signal } from './signal.js';

/** What the current of a coil says while it is switched on, such as that of a contactor or an injector. */
export interface CoilReading {
  readonly onMs: number;
  /** The current at which it settles. */
  readonly final: Measured;
  /** When the armature arrives, how far the current then is below one that rises without it, and that as a share of the final current; `null`: no armature was seen to move. */
  readonly dip: { readonly atMs: number; readonly depth: Measured; readonly share: number } | null;
  /** How far the dip stands above noise, or how far below its least one would have to be, 0 to 1. */
  readonly sureness: number;
  /** In ohms, where the voltage across it is known. */
  readonly resistance: Measured | null;
  /** In henries, with the armature at rest, where the voltage across it is known. */
  readonly inductance: Measured | null;
}

// A dip that is smaller is not told from none.
const leastDip = 0.04;
const sureSigmas = 5;

/**
 * Looks at how the current of a coil rises. An armature that moves makes a voltage against it: the current falls back for a while. By Ohm’s
 * law the final current says the resistance, and the rate at which it begins to rise says the inductance: U = R·i + L·di/dt.
 * @param volts across the coil while it is on; `null`: not known
 * @returns a sentence where no current rises
 */
export function readCoil(whole: Signal, volts: number | null): CoilReading | string {
  const signal = thinned(whole);
  const { samples, stepMs } = signal;
  const noise = noiseOf(signal);
  const size = Math.max(1, Math.floor(samples.length / blocks));
  const means = blockMeans(samples, size);
  const there = means.filter((mean) => !Number.isNaN(mean));
  const [least, high] = [leastOf(there), greatestOf(there)];
  // The least block of many is too low by what noise leaves of it.
  const low = medianOf(there.filter((mean) => mean <= least + 0.1 * (high - least)));
  if (there.length === 0 || !(high - low > Math.max(1e-9, (10 * noise) / Math.sqrt(size))))
    return 'No current rises in this capture.';
  const isOver = (share: number) => (mean: number) => mean > low + share * (high - low);
  const risen = means.findIndex(isOver(0.85));
  // Before it has risen all the way, an armature may make it fall back to less than half.
  const fallen = means.findIndex((mean, at) => at > risen && !isOver(0.5)(mean));
  // It dies away slowly in a diode: what is measured ends before.
  const endAt =
    fallen < 0 ? samples.length : means.findLastIndex((mean, at) => at < fallen && isOver(0.9)(mean)) * size;
  const beforeAt =
    Math.max(
      0,
      means.findLastIndex((mean, at) => at < risen && !isOver(0.1)(mean)),
    ) * size;
  if (endAt - beforeAt < leastSamples)
    return `Too few samples for the current of a coil: ${leastSamples} or more are needed while it is on.`;
  const rising = Float64Array.from(samples.subarray(beforeAt, endAt), (sample) => sample - low);
  const settled = rising.subarray(Math.floor(rising.length * 0.85));
  const final = meanOf(settled);
  const start = startOf(rising, final, noise);
  if (!start) return 'The beginning of the current is not in this capture.';
  const on = rising.subarray(Math.max(0, Math.round(start.at)));
  const ofFinal = (2 * noise) / Math.sqrt(settled.length);
  const { dip, sigma } = dipOf(on, noise, { final, start: 0, timeConstant: start.timeConstant });
  const isDip = dip.depth > Math.max(leastDip * final, sureSigmas * sigma);
  const resistance = volts === null ? null : { value: volts / final, uncertainty: ((volts / final) * ofFinal) / final };
  // L = τ·R; the slower armature at rest stands for the first part of the rise.
  const henries = resistance && (start.timeConstant * stepMs * resistance.value) / 1000;
  return {
    onMs: (beforeAt + start.at) * stepMs,
    final: { value: final, uncertainty: ofFinal },
    dip: isDip
      ? {
          atMs: (beforeAt + start.at + dip.at) * stepMs,
          depth: { value: dip.depth, uncertainty: 2 * sigma },
          share: dip.depth / final,
        }
      : null,
    sureness: Math.min(
      1,
      isDip ? dip.depth / (2 * sureSigmas * sigma) : (leastDip * final) / Math.max(1e-12, dip.depth),
    ),
    resistance,
    inductance: henries === null ? null : { value: henries, uncertainty: henries * start.share },
  };
}

const [blocks, leastSamples, mostSamples] = [200, 20, 20_000];

/** Means of so many samples that a whole capture has at most some thousands: an armature takes its time. */
function thinned(signal: Signal): Signal {
  const by = Math.ceil(signal.samples.length / mostSamples);
  if (by <= 1) return signal;
  return { samples: Float32Array.from(blockMeans(signal.samples, by)), stepMs: signal.stepMs * by };
}

interface Start {
  /** In samples. */
  readonly at: number;
  readonly timeConstant: number;
  /** Within what share of itself the time constant is known. */
  readonly share: number;
}

/** Where an exponential begins that goes through a fifth and a half of the final current, and its time constant. */
function startOf(rising: Float64Array, final: number, noise: number): Start | undefined {
  const rough = rising.findIndex(
    (_, at) => at + 4 < rising.length && meanOf(rising.subarray(at, at + 5)) > 0.5 * final,
  );
  const width = Math.max(1, Math.round(rough / 8) | 1);
  const smoothed = Float64Array.from(rising);
  smooth(smoothed, width);
  const [fifth, half] = [0.2, 0.5].map((share) => through(smoothed, share * final));
  if (fifth === undefined || half === undefined || half <= fifth) return undefined;
  const timeConstant = (half - fifth) / Math.log(0.8 / 0.5);
  const at = fifth - timeConstant * Math.log(1 / 0.8);
  // Noise moves a crossing by its height over the slope there, which is I/(2τ) at the half.
  const ofCrossing = ((2 * noise) / Math.sqrt(width)) * ((2 * timeConstant) / final);
  return { at, timeConstant, share: (ofCrossing * Math.SQRT2) / (half - fifth) };
}

/** Where numbers first go through a level and where they last were below it before they were twice as high, in the middle. */
function through(numbers: Float64Array, level: number): number | undefined {
  const first = numbers.findIndex((number) => number >= level);
  if (first < 1) return undefined;
  const [before, after] = [numbers[first - 1] ?? 0, numbers[first] ?? 0];
  const once = first - 1 + (level - before) / (after - before);
  const far = numbers.findIndex((number, at) => at > first && number >= 1.3 * level);
  let last = far < 0 ? first : far;
  while (last > first && (numbers[last] ?? 0) >= level) last -= 1;
  return (once + Math.max(once, last)) / 2;
}

/**
 * How far the current stays below the rise that it would have without an armature, at most, of the mean over a part of the time constant; with
 * what noise leaves of that. The rise is fitted a second time without what lies far below it.
 */
function dipOf(on: Float64Array, noise: number, guess: Rise) {
  const { timeConstant } = guess;
  const end = Math.min(on.length, Math.ceil(9 * timeConstant));
  const rising = on.slice(0, end);
  const width = Math.max(1, Math.round(timeConstant / 2.5) | 1);
  const sigma = noise / Math.sqrt(width);
  const offOf = (rise: Rise) => {
    const off = rising.map((current, at) => current - riseAt(rise, at));
    smooth(off, width);
    return off;
  };
  const first = offOf(fitRise(rising, guess, () => true));
  const limit = Math.max(2.5 * sigma, -0.3 * leastOf(first));
  const off = offOf(fitRise(rising, guess, (at) => (first[at] ?? 0) > -limit));
  // What is smoothed at its ends has fewer samples.
  const inner = off.subarray(Math.floor(width / 2), Math.max(1, off.length - Math.floor(width / 2)));
  const depth = -Math.min(0, leastOf(inner));
  return { dip: { depth, at: inner.indexOf(-depth) + Math.floor(width / 2) }, sigma };
}
