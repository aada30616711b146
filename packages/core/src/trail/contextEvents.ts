import type { Plan } from '../plan/index.js';
import { parseReading, type Reading } from '../reading/index.js';
import { ok, type Result } from '../result/index.js';
import { lastingStates } from '../vehicleState/index.js';
import { type Draft, notAtStep, openStep } from './draft.js';
import type { EntryProblem } from './judgeEntry.js';
import type { Misfit } from './misfit.js';
import { settledAtMs, unmetNeeds } from './trail.js';
import type { TrailEventOf } from './trailEvent.js';

/** What stands around the readings: inputs, instruments, and the state of the vehicle. */

/** An input may be given again; readings taken before keep the verdict that they had. */
export function giveInput(draft: Draft, event: TrailEventOf<'inputGiven'>): Misfit | undefined {
  const { inputId, text, atMs, by } = event;
  const input = draft.plan.inputs.find(({ id }) => id === inputId);
  if (!input) return { kind: 'noSuchInput', inputId };
  const reading = readInput(text, input.unit);
  if (!reading.ok) return { kind: 'entry', problem: reading.problem };
  draft.inputs = { ...draft.inputs, [inputId]: { reading: reading.value, atMs, by } };
  return undefined;
}

/** Reads what was typed for an input; nothing typed is an input that is not known. */
export function readInput(text: string | null, unit: string): Result<Reading | undefined, EntryProblem> {
  if (text === null) return ok(undefined);
  const reading = parseReading(text, { unit });
  return reading.ok ? reading : { ok: false, problem: { kind: 'reading', problem: reading.problem } };
}

export function chooseInstrument(
  draft: Draft,
  { measures, instrument }: TrailEventOf<'instrumentChosen'>,
): Misfit | undefined {
  const { [measures]: _, ...others } = draft.instruments;
  draft.instruments = instrument ? { ...others, [measures]: instrument } : others;
  return undefined;
}

/** The moves in their order: what comes later counts. A state that must settle begins to do so now. */
export function confirmState(draft: Draft, event: TrailEventOf<'stateConfirmed'>): Misfit | undefined {
  const step = openStep(draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const settles = { ...draft.settlesAtMs };
  for (const { what, is } of event.state) {
    delete settles[what];
    const seconds = step.needs.find((need) => need.what === what && need.is === is)?.settleSeconds;
    if (seconds) settles[what] = event.atMs + seconds * 1000;
  }
  draft.settlesAtMs = settles;
  draft.believed = { ...draft.believed, ...Object.fromEntries(event.state.map(({ what, is }) => [what, is])) };
  return undefined;
}

/**
 * What cannot be made so is left as it is, with the reason; and whoever cannot wait for it to settle need not. What the step does not need,
 * or has already, is not overridden.
 */
export function overrideState(draft: Draft, event: TrailEventOf<'stateOverridden'>): Misfit | undefined {
  const step = openStep(draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const unmet = unmetNeeds(draft, step.needs);
  const isSettling = (what: string) => (draft.settlesAtMs[what] ?? 0) > event.atMs;
  const fresh = event.state.filter(({ what, is }) =>
    step.needs.some((need) => need.what === what && need.is === is && (unmet.includes(need) || isSettling(what))),
  );
  if (fresh.length === 0) return { kind: 'nothingToOverride' };
  const { reason, by } = event;
  draft.overridden = [...draft.overridden, ...fresh.map(({ what, is }) => ({ what, is, reason, by }))];
  const waived = new Set(fresh.map(({ what }) => what));
  draft.settlesAtMs = Object.fromEntries(Object.entries(draft.settlesAtMs).filter(([what]) => !waived.has(what)));
  return undefined;
}

/** Why the open step does not take a reading yet: a state that it needs, or one that must still settle. */
export function gateOf(draft: Draft, needs: Plan['steps'][number]['needs'], atMs: number): Misfit | undefined {
  const unmet = unmetNeeds(draft, needs)[0];
  if (unmet) return { kind: 'stateNotConfirmed', what: unmet.what, is: unmet.is };
  const untilMs = settledAtMs(draft, needs);
  return untilMs > atMs ? { kind: 'stillSettling', untilMs } : undefined;
}

/** After a pause nobody knows whether the ignition was switched meanwhile: what may have changed is asked again. */
export function resume(draft: Draft): Misfit | undefined {
  if (!draft.paused) return { kind: 'notPaused' };
  draft.believed = lastingStates(draft.believed);
  draft.settlesAtMs = {};
  return undefined;
}
