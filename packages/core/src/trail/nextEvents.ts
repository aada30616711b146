import { stamp, type Unstamped } from '../log/index.js';
import { indexPlan, type Step, type StepReading } from '../plan/index.js';
import { movesTo } from '../vehicleState/index.js';
import { outcomeOfTaken } from './stepEvents.js';
import { closeCallAsks, settledAtMs, type Trail, unmetNeeds } from './trail.js';
import type { Entry, TrailEvent } from './trailEvent.js';

/** An entry on a trail as somebody makes it. */
export type NewTrailEvent = Unstamped<TrailEvent>;

/** The entry with its id, time (ms since 1970) and person. */
export const stampTrailEvent = stamp<TrailEvent>;

/** The first entry of a trail on a version of a plan that belongs to no job. */
export const openingOf = (
  planId: string,
  vehicle: { readonly fleetNumber: string; readonly line: string },
  planVersion = 1,
): NewTrailEvent => ({ kind: 'opened', jobId: null, planId, planVersion, vehicle, complaint: '' });

/** A reading is entered as it was read, without a question about it. */
export const enteredReading = (stepId: string, readingId: string, entry: Entry): NewTrailEvent => ({
  kind: 'readingEntered',
  stepId,
  readingId,
  entry,
  typedFirst: null,
  stillStands: null,
});

/** The states of the vehicle that a step needs are confirmed. */
export const confirmedState = (trail: Trail, step: Step): NewTrailEvent => ({
  kind: 'stateConfirmed',
  stepId: step.id,
  state: movesTo(trail.believed, step.needs).map(({ what, is }) => ({ what, is })),
});

interface Driver {
  /** What is read for a reading that is due. */
  readonly entryFor: (reading: StepReading, step: Step) => Entry;
  /** ms since 1970. Where the vehicle has not settled by then, the next entry goes on all the same, for the reason. */
  readonly nowMs: number;
  /** Why the driver does not wait, or does not measure a close call again; without it, it does neither. */
  readonly reason?: string;
}

/**
 * What comes next at the open step when somebody follows the plan without going aside: the vehicle is brought into the state, the reading
 * that is due is entered, or the outcome that fits is taken.
 * @returns the one entry that comes next; nothing where no step is open, or where no outcome fits the readings
 */
export function nextEvent(trail: Trail, { entryFor, nowMs, reason }: Driver): NewTrailEvent | undefined {
  const step = trail.at.kind === 'step' ? indexPlan(trail.plan).steps.get(trail.at.stepId) : undefined;
  if (!step) return undefined;
  const stepId = step.id;
  if (unmetNeeds(trail, step.needs).length > 0) return confirmedState(trail, step);
  if (reason !== undefined && settledAtMs(trail, step.needs) > nowMs)
    return {
      kind: 'stateOverridden',
      stepId,
      state: step.needs
        .filter(({ what }) => (trail.settlesAtMs[what] ?? 0) > nowMs)
        .map(({ what, is }) => ({ what, is })),
      reason,
    };
  const due = step.readings.find(({ id, derivedFrom }) => derivedFrom === null && !trail.taken[id]);
  if (due) return enteredReading(stepId, due.id, entryFor(due, step));
  const close = Object.values(trail.taken).find((taken) => closeCallAsks(trail.plan.tooClose, taken));
  if (close && reason !== undefined) return { kind: 'closeCallAccepted', stepId, readingId: close.readingId, reason };
  const outcome = outcomeOfTaken(step, trail.taken);
  return outcome && { kind: 'outcomeTaken', stepId, outcomeId: outcome.id };
}
