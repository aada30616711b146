import { findEdges } from './edges.js';
import { measurePulses, type Pulses } from './measure.js';
import { medianOf, type Signal } from './signal.js';

/** What a control signal says: one that is switched on and off quickly to give a share of its supply. */
export type ControlReading =
  | {
      readonly kind: 'switches';
      readonly pulses: Pulses /** The share that is given: high, or low for a driver that switches to ground. */;
      readonly given: number;
    }
  /** It does not go to and fro: it stands at a level, in the unit of the signal. */
  | { readonly kind: 'stands'; readonly level: number };

/** @param isLowActive whether the load is on while the signal is low @returns a sentence where its samples are too few */
export function readControl(signal: Signal, isLowActive: boolean): ControlReading | string {
  if (signal.samples.every((one) => Number.isNaN(one))) return 'Nothing was taken.';
  const edges = findEdges(signal);
  if (edges.times.length < 4)
    return { kind: 'stands', level: medianOf(signal.samples.filter((one) => !Number.isNaN(one))) };
  const pulses = measurePulses(signal, edges);
  if (typeof pulses === 'string') return pulses;
  return { kind: 'switches', pulses, given: isLowActive ? 1 - pulses.duty.value : pulses.duty.value };
}
