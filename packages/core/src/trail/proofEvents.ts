import { indexPlan } from '../plan/index.js';
import { type Draft, leavePlace } from './draft.js';
import type { Misfit } from './misfit.js';
import { placeOfTrail } from './trail.js';
import type { TrailEvent, TrailEventOf } from './trailEvent.js';

/**
 * What happens on a trail after its end: steps are done again to prove the repair, and a repair that did not help takes the trail up again.
 */

/** Which entries have a place once a trail is concluded: always, while a step is done again, or never. */
const afterTheEnd = {
  remarkMade: 'always',
  photoAdded: 'always',
  proofStepOpened: 'always',
  reopened: 'always',
  offPlanTakenBack: 'always',
  inputGiven: 'whileProving',
  instrumentChosen: 'whileProving',
  stateConfirmed: 'whileProving',
  stateOverridden: 'whileProving',
  readingEntered: 'whileProving',
  closeCallAccepted: 'whileProving',
  outcomeTaken: 'whileProving',
  stepLeft: 'whileProving',
  paused: 'whileProving',
  resumed: 'whileProving',
  skipped: 'never',
  wentBack: 'never',
  concluded: 'never',
  suspectAdded: 'never',
  partCardAdded: 'never',
  pathAdded: 'never',
  pointMeasured: 'never',
  pointTakenBack: 'never',
  currentSeen: 'never',
  stepAdded: 'never',
  stepOpened: 'never',
  causeNamed: 'never',
  causeWithdrawn: 'never',
  offPlanTested: 'never',
  entryVoided: 'never',
} as const satisfies Record<Exclude<TrailEvent['kind'], 'opened'>, 'always' | 'whileProving' | 'never'>;

/** Why an entry has no place on a trail that is concluded; `undefined` where it has one, or where the trail is not. */
export function endedMisfit(draft: Draft, event: Exclude<TrailEvent, { kind: 'opened' }>): Misfit | undefined {
  if (placeOfTrail(draft).kind !== 'concluded') return undefined;
  const when = afterTheEnd[event.kind];
  if (when === 'never' || (when === 'whileProving' && !draft.proving)) return { kind: 'alreadyConcluded' };
  // Of what led to the conclusion nothing is taken back any more.
  const isOfProof = (testId: string) => draft.waymarks.some(({ id, proves }) => id === testId && proves !== undefined);
  return event.kind === 'offPlanTakenBack' && !isOfProof(event.testId) ? { kind: 'alreadyConcluded' } : undefined;
}

/** Opens a step again on a trail that is concluded; its waymark proves the repair, and is no evidence of the cause. */
export function openProofStep(draft: Draft, event: TrailEventOf<'proofStepOpened'>): Misfit | undefined {
  const { stepId, repairId } = event;
  if (!indexPlan(draft.plan).steps.has(stepId)) return { kind: 'noSuchStep', stepId };
  if (placeOfTrail(draft).kind !== 'concluded') return { kind: 'notConcluded' };
  const before = draft.proving?.repairId ?? draft.waymarks.at(-1)?.proves;
  if (before !== repairId) forgetStates(draft);
  const from = draft.proving?.from ?? { at: draft.at, taken: draft.taken, overridden: draft.overridden };
  leavePlace(draft, event);
  draft.proving = { repairId, from };
  draft.at = { kind: 'step', stepId };
  return undefined;
}

/** Back to where the trail stands; what was entered and not ended stays readable. */
export function leaveProof(
  draft: Draft,
  event: { readonly id: string; readonly atMs: number; readonly by: string },
): undefined {
  leavePlace(draft, event);
  returnFromProof(draft);
}

export function returnFromProof(draft: Draft): void {
  if (!draft.proving) return;
  Object.assign(draft, draft.proving.from);
  draft.proving = undefined;
}

/**
 * A repair did not help: what was repaired is nearly cleared, and the next test is to be chosen. What was found out before stays; where it
 * pointed to what was repaired, it may come out otherwise now (`toMeasureAgain`).
 */
export function reopen(draft: Draft, event: TrailEventOf<'reopened'>): Misfit | undefined {
  const { repairId, suspectIds, what, because, atMs, by } = event;
  const suspects = indexPlan(draft.plan).suspects;
  const unknown = suspectIds.find((id) => !suspects.has(id));
  if (unknown !== undefined) return { kind: 'noSuchSuspect', suspectId: unknown };
  if (draft.failedRepairs.some((one) => one.repairId === repairId)) return { kind: 'reopenedAlready', what };
  if (draft.proving) leaveProof(draft, event);
  if (draft.at.kind !== 'concluded') return { kind: 'notConcluded' };
  const waymarksBefore = draft.waymarks.length;
  draft.failedRepairs = [...draft.failedRepairs, { repairId, suspectIds, what, because, waymarksBefore, atMs, by }];
  draft.added = { ...draft.added, from: undefined };
  draft.at = { kind: 'between' };
  forgetStates(draft);
  return undefined;
}

/** After a repair nobody knows how the vehicle stands: it is asked again. */
function forgetStates(draft: Draft): void {
  draft.believed = {};
  draft.settlesAtMs = {};
}
