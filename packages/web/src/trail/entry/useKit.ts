import { asUsed, type Instrument, type InstrumentFunction } from '@probe-trail/core/instrument';
import { type HookUp, hookUpOf, type Step, type StepReading } from '@probe-trail/core/plan';
import { isMeasured } from '@probe-trail/core/spec';
import { type MeasuringContext, measuringContextOf, type NewTrailEvent } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import { useKeptState } from '../../device/keptState';
import { isRecordOf, isText, isTruth } from '../../device/shapes';
import { useInstrumentsQuery } from '../../instrument/instrumentApi';
import type { OpenTrail } from '../log/useTrail';

/** What a step is measured with, and all that its verdicts depend on. */
export interface Kit {
  readonly context: MeasuringContext;
  /** The instrument in use, as the trail knows it or as this device used last. */
  readonly instrument: Instrument | undefined;
  /** Instruments of the workshop that can measure this step. */
  readonly offered: readonly Instrument[];
  /** The one in use, or one that could be, where it is on the network: a reading is taken from it with a press. */
  readonly onNetwork: Instrument | undefined;
  /** Takes an instrument, or one that is not on the list. */
  readonly choose: (instrument: Instrument | null) => void;
  /** The leads are held the other way round: what the meter shows is turned before it is judged. */
  readonly leadsSwapped: boolean;
  /** `undefined` where there are no two leads to swap. */
  readonly swapLeads: (() => void) | undefined;
  /** What must be recorded before the first reading: the instrument that was taken for granted. */
  readonly before: readonly NewTrailEvent[];
}

/** Gathers what stands around a reading of a step; without one, around what the step is hooked up to. */
export function useKit(open: OpenTrail, step: Step, reading?: StepReading): Kit {
  const { trail, record } = open;
  const { plan } = trail;
  const hookUp = reading ? hookUpOf(step, reading) : step.hookUp;
  const measures = hookUp?.instrument;
  const [lastUsed, setLastUsed] = useKeptState<Partial<Record<InstrumentFunction, string>>>(
    'instruments',
    {},
    isRecordOf(isText),
  );
  const [isSwapped, setIsSwapped] = useKeptState<boolean>('leads-swapped', false, isTruth);
  const { data: all = noInstruments } = useInstrumentsQuery();
  const offered = useMemo(
    () =>
      all.filter(
        (one) => !one.isRetired && one.functions.some((measuringFunction) => measuringFunction.measures === measures),
      ),
    [all, measures],
  );
  const known = measures && trail.instruments[measures];
  const assumed = measures && !known ? offered.find(({ id }) => id === lastUsed[measures]) : undefined;
  const inUse = known ?? assumed;
  const onNetwork = offered.find(
    (one) =>
      one.address != null &&
      (inUse === undefined || one.id === inUse.id) &&
      // A scope shows a duty too; it is not read as a meter.
      (measures === 'scope' || one.functions.every((measuringFunction) => measuringFunction.measures !== 'scope')),
  );
  const context = useMemo(() => {
    const instruments = measures && assumed ? { ...trail.instruments, [measures]: assumed } : trail.instruments;
    return measuringContextOf({ ...trail, instruments }, step, reading);
  }, [plan, trail, step, reading, measures, assumed]);
  const choose = (instrument: Instrument | null) => {
    if (!measures) return;
    setLastUsed((last) => ({ ...last, [measures]: instrument?.id }));
    record({ kind: 'instrumentChosen', measures, instrument: instrument && asUsed(instrument) });
  };
  // Only a single number is turned round; of several in a row the leads stay as the plan has them.
  const canSwap = hasTwoLeads(hookUp) && step.readings.every(({ spec }) => isMeasured(spec));
  return {
    context,
    instrument: inUse,
    offered,
    onNetwork,
    choose,
    leadsSwapped: canSwap && isSwapped,
    swapLeads: canSwap ? () => setIsSwapped(!isSwapped) : undefined,
    before: measures && assumed ? [{ kind: 'instrumentChosen', measures, instrument: asUsed(assumed) }] : [],
  };
}

const noInstruments: readonly Instrument[] = [];

const hasTwoLeads = (hookUp: HookUp | null): boolean => {
  const colours = new Set(hookUp?.leads.map(({ colour }) => colour));
  return colours.has('red') && colours.has('black');
};
