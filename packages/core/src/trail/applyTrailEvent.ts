import { standingEntries, voidedEntries } from '../log/index.js';
import { blankPlan, indexPlan, type Plan } from '../plan/index.js';
import { failed, ok, type Result } from '../result/index.js';
import {
  addPartCard,
  addStep,
  addSuspect,
  addTested,
  leaveAddedStep,
  nameCause,
  openAddedStep,
  takeBack,
  withdrawCause,
} from './addedEvents.js';
import { addPhoto, addRemark } from './besideEvents.js';
import { chooseInstrument, confirmState, giveInput, overrideState, resume } from './contextEvents.js';
import type { Draft } from './draft.js';
import { type Misfit, sayMisfit } from './misfit.js';
import { addPath, measurePoint, seeCurrent, takePointBack } from './pathEvents.js';
import { endedMisfit, openProofStep, reopen } from './proofEvents.js';
import { acceptCloseCall, enterReading, goBack, skipStep, takeOutcome } from './stepEvents.js';
import type { Trail, Unfit } from './trail.js';
import type { TrailEvent, TrailEventOf } from './trailEvent.js';

/** What a trail is before its first event: the plan that it will follow; `openPlan` for an open trail. */
export interface UnopenedTrail {
  readonly plan: Plan;
  readonly at?: undefined;
}

/**
 * Next state of a trail. Pure: clock, ids and person arrive inside the event.
 * @returns the next state, or why the event does not fit this one
 */
export function applyTrailEvent(trail: Trail | UnopenedTrail, event: TrailEvent): Result<Trail, Misfit> {
  if (event.kind === 'opened') return trail.at ? failed({ kind: 'alreadyOpened' }) : openTrail(trail.plan, event);
  if (!trail.at) return failed({ kind: 'notOpened' });
  const draft: Draft = { ...trail, waymarks: [...trail.waymarks] };
  const misfit = advance(draft, event);
  return misfit ? failed(misfit) : ok(draft);
}

/** Why a log cannot be read: which event did not fit, and why. */
export interface BrokenLog {
  readonly eventId: string;
  readonly misfit: Misfit;
}

/** The state after all events: the same events always give the same state. */
export function reduceTrail(plan: Plan, events: readonly TrailEvent[]): Result<Trail, BrokenLog> {
  const [first, ...rest] = events;
  const opened = first?.kind === 'opened' ? openTrail(plan, first) : failed<Misfit>({ kind: 'notOpened' });
  if (!opened.ok) return failed({ eventId: first?.id ?? '', misfit: opened.problem });
  const voided = voidedEntries(rest);
  if (voided.size > 0) return ok(foldFitting({ ...opened.value, voided: voided.get(first?.id ?? '') }, rest));
  // One draft for the whole fold: a copy for each event would make long trails quadratic.
  const draft: Draft = { ...opened.value, waymarks: [] };
  for (const event of rest) {
    const misfit = event.kind === 'opened' ? ({ kind: 'alreadyOpened' } as const) : advance(draft, event);
    if (misfit) return failed({ eventId: event.id, misfit });
  }
  return ok(draft);
}

/**
 * The state after the events of a log that is stored. They were acknowledged, so they are facts: one that does not fit any more, as a later
 * program judges it otherwise, is passed over and named in `unfit`, and the trail can still be read.
 * @returns fails only where the log does not begin with its opening on this plan
 */
export function foldStored(plan: Plan, events: readonly TrailEvent[]): Result<Trail, BrokenLog> {
  const strict = reduceTrail(plan, events);
  const [first, ...rest] = events;
  if (strict.ok || first?.kind !== 'opened') return strict;
  const opened = openTrail(plan, first);
  return opened.ok ? ok(foldFitting(opened.value, rest)) : strict;
}

/** What does not fit is passed over, such as what follows an entry that was voided and does not fit without it. */
function foldFitting(opened: Trail, events: readonly TrailEvent[]): Trail {
  if (opened.voided) return opened;
  const unfit: Unfit[] = [];
  const trail = standingEntries(events).reduce<Trail>((state, event) => {
    const next = applyTrailEvent(state, event);
    if (next.ok) return next.value;
    unfit.push({ eventId: event.id, message: sayMisfit(next.problem) });
    return state;
  }, opened);
  return { ...trail, unfit };
}

/** What an open trail begins with in the place of a plan: nothing. */
export const openPlan: Plan = blankPlan('open-trail', 'Open trail');

function openTrail(plan: Plan, event: TrailEventOf<'opened'>): Result<Trail, Misfit> {
  const isOpen = event.planId === null;
  if (isOpen ? plan !== openPlan : event.planId !== plan.id || plan === openPlan)
    return failed({ kind: 'otherPlan', planId: event.planId });
  if (!isOpen && !indexPlan(plan).steps.has(plan.startStepId)) return failed({ kind: 'nothingToFollow' });
  return ok({
    jobId: event.jobId,
    planId: event.planId,
    planVersion: event.planVersion,
    plan,
    added: { stepIds: [], suspects: {}, from: undefined },
    vehicle: event.vehicle,
    complaint: event.complaint,
    openedAtMs: event.atMs,
    openedBy: event.by,
    at: isOpen ? { kind: 'between' } : { kind: 'step', stepId: plan.startStepId },
    inputs: {},
    instruments: {},
    believed: {},
    overridden: [],
    settlesAtMs: {},
    taken: {},
    waymarks: [],
    pathReadings: {},
    pathCurrents: {},
    remarks: [],
    photos: [],
    proving: undefined,
    failedRepairs: [],
    paused: undefined,
    voided: undefined,
    unfit: [],
    lastEventAtMs: event.atMs,
    lastEventBy: event.by,
  });
}

type Later = Exclude<TrailEvent, { kind: 'opened' }>;

function advance(draft: Draft, event: Later): Misfit | undefined {
  if (draft.voided) return { kind: 'trailVoided', by: draft.voided.by };
  // What is only noted beside the way has its place during a pause too.
  const isBeside = event.kind === 'remarkMade' || event.kind === 'photoAdded';
  const misfit = endedMisfit(draft, event) ?? applyByKind(draft, event);
  if (misfit) return misfit;
  // Whoever works on a paused trail has taken it up again.
  if (!isBeside && event.kind !== 'paused') draft.paused = undefined;
  draft.lastEventAtMs = event.atMs;
  draft.lastEventBy = event.by;
  return undefined;
}

function applyByKind(draft: Draft, event: Later): Misfit | undefined {
  switch (event.kind) {
    case 'entryVoided':
      // What a voided entry leaves behind is found by folding the whole log, never from the state alone.
      return { kind: 'onlyByServer' };
    case 'inputGiven':
      return giveInput(draft, event);
    case 'instrumentChosen':
      return chooseInstrument(draft, event);
    case 'stateConfirmed':
      return confirmState(draft, event);
    case 'stateOverridden':
      return overrideState(draft, event);
    case 'readingEntered':
      return enterReading(draft, event);
    case 'closeCallAccepted':
      return acceptCloseCall(draft, event);
    case 'outcomeTaken':
      return takeOutcome(draft, event);
    case 'skipped':
      return skipStep(draft, event);
    case 'wentBack':
      return goBack(draft, event);
    case 'concluded':
      return conclude(draft, event);
    case 'proofStepOpened':
      return openProofStep(draft, event);
    case 'reopened':
      return reopen(draft, event);
    case 'suspectAdded':
      return addSuspect(draft, event);
    case 'partCardAdded':
      return addPartCard(draft, event);
    case 'pathAdded':
      return addPath(draft, event);
    case 'pointMeasured':
      return measurePoint(draft, event);
    case 'pointTakenBack':
      return takePointBack(draft, event);
    case 'currentSeen':
      return seeCurrent(draft, event);
    case 'stepAdded':
      return addStep(draft, event);
    case 'stepOpened':
      return openAddedStep(draft, event);
    case 'stepLeft':
      return leaveAddedStep(draft, event);
    case 'causeNamed':
      return nameCause(draft, event);
    case 'causeWithdrawn':
      return withdrawCause(draft);
    case 'offPlanTested':
      return addTested(draft, event);
    case 'offPlanTakenBack':
      return takeBack(draft, event);
    case 'paused':
      draft.paused = { reason: event.reason, atMs: event.atMs, by: event.by };
      return undefined;
    case 'resumed':
      return resume(draft);
    case 'remarkMade':
      return addRemark(draft, event);
    case 'photoAdded':
      return addPhoto(draft, event);
  }
}

function conclude(
  draft: Draft,
  { conclusionId, assumedBecause, atMs, by }: TrailEventOf<'concluded'>,
): Misfit | undefined {
  if (draft.at.kind !== 'conclusion' || draft.at.conclusionId !== conclusionId)
    return { kind: 'notAtConclusion', conclusionId };
  draft.at = { kind: 'concluded', conclusionId, assumedBecause: assumedBecause ?? undefined, atMs, by };
  return undefined;
}
