import type { KnownValue, ValueFor } from '../formula/index.js';
import {
  type AskedRange,
  accuracyOf,
  type Instrument,
  type InstrumentFunction,
  largestShown,
} from '../instrument/index.js';
import { type HookUp, hookUpOf, type Step, type StepReading } from '../plan/index.js';
import { ambientKPaAt, formatReading, type Reading } from '../reading/index.js';
import { uncertaintyOf } from '../spec/index.js';
import { convert, unitOf } from '../units/index.js';
import { standingWaymarks, type Trail, waymarksProving } from './trail.js';

/** Everything outside a reading that its verdict depends on: what else is known, and what it is measured with. */
export interface MeasuringContext {
  readonly valueFor: ValueFor;
  /** @param range in which the meter was; left out: the one that the step asks for */
  readonly uncertaintyOf: (reading: Reading, range?: AskedRange) => number | null;
  /** Absolute pressure of the surrounding air in kPa, where it is known. */
  readonly ambientKPa: number | undefined;
  /** The largest that the instrument shows, in a unit; `undefined` where none is known, or where it does not measure this. */
  readonly instrumentEnd: (unit: string) => number | undefined;
}

/** What stands around a reading of a step, as the trail is now; without one, around whatever the step is hooked up to. */
export function measuringContextOf(
  trail: Pick<Trail, 'plan' | 'inputs' | 'instruments' | 'taken' | 'waymarks' | 'proving'>,
  step: Step,
  reading?: StepReading,
): MeasuringContext {
  const ambientKPa = ambientOf(trail);
  const hookUp = reading ? hookUpOf(step, reading) : step.hookUp;
  return {
    valueFor: (name) => valueFor(trail, name, ambientKPa),
    uncertaintyOf: (reading, range) => uncertaintyAt(hookUp, trail.instruments, reading, ambientKPa, range),
    ambientKPa,
    instrumentEnd: (unit) => {
      const instrument = instrumentOf(hookUp, trail.instruments);
      return instrument && hookUp ? largestShown(instrument, hookUp.instrument, unit) : undefined;
    },
  };
}

/** The instrument that a step is measured with, if the trail knows it. */
export const instrumentOf = (
  hookUp: HookUp | null,
  instruments: Readonly<Partial<Record<InstrumentFunction, Instrument>>>,
): Instrument | undefined => (hookUp ? instruments[hookUp.instrument] : undefined);

/** The instrument's own accuracy counts before the one that the plan assumes; what was typed is the least doubt. */
function uncertaintyAt(
  hookUp: HookUp | null,
  instruments: Trail['instruments'],
  reading: Reading,
  ambientKPa: number | undefined,
  range: AskedRange | null = hookUp?.range ?? null,
): number | null {
  if (reading.kind !== 'exact') return null;
  const instrument = instrumentOf(hookUp, instruments);
  const known = instrument && hookUp && accuracyOf(instrument, hookUp.instrument, reading, range, ambientKPa);
  return known == null ? uncertaintyOf(reading, hookUp?.accuracy) : Math.max(known, reading.resolution / 2);
}

type Known = Pick<Trail, 'plan' | 'inputs' | 'taken' | 'waymarks' | 'proving'>;

/** The reading that a name stands for: of the open step first, then the newest that still counts; in a proof, first what was read for it. */
function newestReading(trail: Known, name: string): KnownValue | string | undefined {
  const again = trail.proving ? waymarksProving(trail, trail.proving.repairId) : [];
  const standing = [...standingWaymarks(trail), ...again].flatMap(({ taken }) => taken);
  const found = trail.taken[name] ?? standing.findLast(({ readingId }) => readingId === name);
  if (!found) return undefined;
  const { reading, verdict } = found;
  if (!reading) return `“${name}” is not a number.`;
  if (reading.kind !== 'exact') return `“${name}” shows ${formatReading(reading)}, which is no number to compute with.`;
  const uncertainty = verdict.uncertainty ?? reading.resolution / 2;
  // Two names may come from one measurement, by way of what was computed.
  const sources = found.sources ?? new Map([[`${found.readingId} ${found.eventId}`, uncertainty]]);
  return { value: reading.value, unit: reading.unit, uncertainty, sources };
}

function valueFor(trail: Known, name: string, ambientKPa: number | undefined): KnownValue | string {
  const input = trail.plan.inputs.find(({ id }) => id === name);
  const reading = newestReading(trail, input?.from ?? name);
  if (reading !== undefined) return reading;
  const given = trail.inputs[name]?.reading;
  if (given?.kind === 'exact') return { value: given.value, unit: given.unit, uncertainty: given.resolution / 2 };
  if (name === 'ambientPressure' && ambientKPa !== undefined)
    return { value: ambientKPa, unit: 'kPa(abs)', uncertainty: 0 };
  return input ? `${input.name || name} is not known.` : `“${name}” has not been read, or no longer counts.`;
}

function ambientOf(trail: Known): number | undefined {
  for (const { id, means } of trail.plan.inputs) {
    if (means === 'value') continue;
    const known = valueFor(trail, id, undefined);
    if (typeof known === 'string') continue;
    const target = unitOf(means === 'altitude' ? 'm' : 'kPa(abs)');
    const value = convert(known.value, unitOf(known.unit), target);
    if (value.ok) return means === 'altitude' ? ambientKPaAt(value.value) : value.value;
  }
  return undefined;
}
