import type { Instrument, InstrumentFunction } from '@probe-trail/core/instrument';
import type { Step } from '@probe-trail/core/plan';
import { isMeasured } from '@probe-trail/core/spec';
import { type Bench, benchOf } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import { useInstrumentsQuery } from '../../instrument/instrumentApi';
import { useKeptState } from '../../ui/keptState';
import type { NewEvent } from '../recordEvents';
import type { OpenTrail } from './useTrail';

/** What a step is measured with, and all that its verdicts depend on. */
export interface Kit {
  readonly bench: Bench;
  /** The instrument in use, as the trail knows it or as this device used last. */
  readonly instrument: Instrument | undefined;
  /** Instruments of the workshop that can measure this step. */
  readonly offered: readonly Instrument[];
  /** Takes an instrument, or one that is not on the list. */
  readonly choose: (instrument: Instrument | null) => void;
  /** The leads are held the other way round: what the meter shows is turned before it is judged. */
  readonly leadsSwapped: boolean;
  /** `undefined` where there are no two leads to swap. */
  readonly swapLeads: (() => void) | undefined;
  /** What must be recorded before the first reading: the instrument that was taken for granted. */
  readonly before: readonly NewEvent[];
}

/** Gathers what stands around the readings of a step. */
export function useKit(open: OpenTrail, step: Step): Kit {
  const { plan, trail, record } = open;
  const measures = step.hookUp?.instrument;
  const [lastUsed, setLastUsed] = useKeptState<Partial<Record<InstrumentFunction, string>>>('instruments', {});
  const [isSwapped, setIsSwapped] = useKeptState('leads-swapped', false);
  const { data: all = noInstruments } = useInstrumentsQuery();
  const offered = useMemo(
    () => all.filter((one) => !one.isRetired && one.functions.some((its) => its.measures === measures)),
    [all, measures],
  );
  const known = measures && trail.instruments[measures];
  const assumed = measures && !known ? offered.find(({ id }) => id === lastUsed[measures]) : undefined;
  const bench = useMemo(() => {
    const instruments = measures && assumed ? { ...trail.instruments, [measures]: assumed } : trail.instruments;
    return benchOf(plan, { ...trail, instruments }, step);
  }, [plan, trail, step, measures, assumed]);
  const choose = (instrument: Instrument | null) => {
    if (!measures) return;
    setLastUsed({ ...lastUsed, [measures]: instrument?.id });
    record({ kind: 'instrumentChosen', measures, instrument });
  };
  // Only a single number is turned round; of several in a row the leads stay as the plan has them.
  const canSwap = hasTwoLeads(step) && step.readings.every(({ spec }) => isMeasured(spec));
  return {
    bench,
    instrument: known ?? assumed,
    offered,
    choose,
    leadsSwapped: canSwap && isSwapped,
    swapLeads: canSwap ? () => setIsSwapped(!isSwapped) : undefined,
    before: measures && assumed ? [{ kind: 'instrumentChosen', measures, instrument: assumed }] : [],
  };
}

const noInstruments: readonly Instrument[] = [];

const hasTwoLeads = ({ hookUp }: Step): boolean => {
  const colours = new Set(hookUp?.leads.map(({ colour }) => colour));
  return colours.has('red') && colours.has('black');
};
