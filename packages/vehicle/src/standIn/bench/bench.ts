import type { LeadsAt } from '@probe-trail/core/instrumentLink';
import { addNoise, type Sampling } from '@probe-trail/core/signalModel';
import type { Bench, BenchSignal } from '@probe-trail/core/vehicleInterface';
import type { World } from '../world.js';
import { pulsesOf, samplesOf } from './benchSignals.js';

/** What the instruments at a stand-in find where their leads are. */
export interface StandInBench {
  /** Volts between the leads, or amps under the clamp; `undefined` where nobody knows what is there. */
  readonly samples: (input: number, sampling: Sampling) => Float32Array | undefined;
  readonly pulses: (input: number) => { readonly hz: number; readonly duty: number } | undefined;
  /** Infinite where there is no way through; `undefined` where nobody knows. */
  readonly ohms: (input: number) => number | undefined;
  /** Puts the leads of each input. */
  readonly put: (leads: readonly LeadsAt[]) => void;
}

export interface BenchOptions {
  /** The first that has an entry for a place counts. */
  readonly benches: readonly Bench[];
  readonly world: () => World;
  readonly isRepaired: (cause: string | null) => boolean;
  readonly seed: number;
  /** What its clamp gives for an ampere: a meter shows amps, a scope the volts of its clamp. */
  readonly perAmp: number;
}

/** Clamps of the stand-ins give 100 mV for an ampere. */
export const voltsPerAmp = 0.1;

/** Of what is measured, as the noise of leads and inputs. */
const noiseShare = 0.0004;

/** One instrument at a stand-in: its leads, and what stands where they are. */
export function makeBench({ benches, world, isRepaired, seed, perAmp }: BenchOptions): StandInBench {
  let leads: readonly LeadsAt[] = [];
  let takes = 0;
  const holds = ({ untilRepaired }: { readonly untilRepaired?: string | undefined }) =>
    untilRepaired === undefined || !isRepaired(untilRepaired);
  const find = <Entry extends { readonly untilRepaired?: string | undefined }>(
    entriesOf: (bench: Bench) => readonly Entry[],
    isMeant: (entry: Entry) => boolean,
  ) => benches.flatMap(entriesOf).find((entry) => isMeant(entry) && holds(entry));
  const pointAt = (place: string) =>
    find(
      ({ points }) => points,
      ({ at }) => at === place,
    )?.signal;
  const currentAt = (place: string) =>
    find(
      ({ currents }) => currents,
      ({ at }) => at === place,
    )?.signal;
  /** What the red lead or the clamp finds, and what it gives for each of its units. */
  const signalAt = ({ red, black }: LeadsAt): { readonly signal: BenchSignal; readonly by: number } | undefined => {
    const current = black === null ? currentAt(red) : undefined;
    if (current) return { signal: current, by: perAmp };
    const point = pointAt(red);
    return point && { signal: point, by: 1 };
  };

  return {
    put: (next) => {
      leads = next;
    },
    samples: (input, sampling) => {
      const at = leads[input];
      const found = at && signalAt(at);
      if (!at || !found) return undefined;
      const samples = samplesOf(found.signal, world(), sampling).map((sample) => sample * found.by);
      if (at.black !== null) {
        const other = pointAt(at.black);
        if (!other) return undefined;
        const below = samplesOf(other, world(), sampling);
        for (const [index, volts] of below.entries()) samples[index] = (samples[index] ?? 0) - volts;
      }
      takes += 1;
      return addNoise(samples, largestOf(samples) * noiseShare, seed + takes);
    },
    pulses: (input) => {
      const at = leads[input];
      const found = at && signalAt(at);
      return found && pulsesOf(found.signal, world());
    },
    ohms: (input) => {
      const at = leads[input];
      if (!at || at.black === null) return undefined;
      const ends = [at.red, at.black];
      const found = find(
        ({ resistances }) => resistances,
        ({ from, to }) => ends.includes(from) && ends.includes(to),
      );
      return found && (found.ohms ?? Number.POSITIVE_INFINITY);
    },
  };
}

function largestOf(samples: Float32Array): number {
  let largest = 0;
  for (const sample of samples) largest = Math.max(largest, Math.abs(sample));
  return largest;
}
