import { indexPlan, type Outcome, outcomeFor, type Plan, type Step } from '../plan/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { judgeEntry } from './judgeEntry.js';
import type { Misfit } from './misfit.js';
import { type TakenReading, type Trail, type TrailPosition, unmetNeeds, type Waymark } from './trail.js';
import type { TrailEvent, TrailEventOf } from './trailEvent.js';

type Mutable<T> = { -readonly [Key in keyof T]: T[Key] };

/** A trail that is being built: it belongs to one fold alone, so it may be changed in place. */
type Draft = Mutable<Omit<Trail, 'waymarks'>> & { waymarks: Waymark[] };

/**
 * Next state of a trail. Pure: clock, ids and person arrive inside the event.
 * @param trail `undefined` before the first event
 * @returns the next state, or why the event does not fit this one
 */
export function applyTrailEvent(plan: Plan, trail: Trail | undefined, event: TrailEvent): Result<Trail, Misfit> {
  if (event.kind === 'opened') return trail ? failed({ kind: 'alreadyOpened' }) : openTrail(plan, event);
  if (!trail) return failed({ kind: 'notOpened' });
  const draft: Draft = { ...trail, waymarks: [...trail.waymarks] };
  const misfit = advance(plan, draft, event);
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
  // One draft for the whole fold: a copy for each event would make long trails quadratic.
  const draft: Draft = { ...opened.value, waymarks: [] };
  for (const event of rest) {
    const misfit = event.kind === 'opened' ? ({ kind: 'alreadyOpened' } as const) : advance(plan, draft, event);
    if (misfit) return failed({ eventId: event.id, misfit });
  }
  return ok(draft);
}

function openTrail(plan: Plan, event: TrailEventOf<'opened'>): Result<Trail, Misfit> {
  if (event.planId !== plan.id)
    return failed({ kind: 'otherPlan', planId: event.planId, planVersion: event.planVersion });
  if (!indexPlan(plan).steps.has(plan.startStepId)) return failed({ kind: 'nothingToFollow' });
  return ok({
    jobId: event.jobId,
    planId: event.planId,
    planVersion: event.planVersion,
    vehicle: event.vehicle,
    complaint: event.complaint,
    openedAtMs: event.atMs,
    openedBy: event.by,
    at: { kind: 'step', stepId: plan.startStepId },
    believed: {},
    overridden: [],
    taken: {},
    waymarks: [],
    lastEventAtMs: event.atMs,
    lastEventBy: event.by,
  });
}

type Later = Exclude<TrailEvent, { kind: 'opened' }>;

function advance(plan: Plan, draft: Draft, event: Later): Misfit | undefined {
  if (draft.at.kind === 'concluded') return { kind: 'alreadyConcluded' };
  const misfit = applyByKind(plan, draft, event);
  if (misfit) return misfit;
  draft.lastEventAtMs = event.atMs;
  draft.lastEventBy = event.by;
  return undefined;
}

function applyByKind(plan: Plan, draft: Draft, event: Later): Misfit | undefined {
  switch (event.kind) {
    case 'stateConfirmed':
      return confirmState(plan, draft, event);
    case 'stateOverridden':
      return overrideState(plan, draft, event);
    case 'readingEntered':
      return enterReading(plan, draft, event);
    case 'outcomeTaken':
      return takeOutcome(plan, draft, event);
    case 'skipped':
      return skipStep(plan, draft, event);
    case 'wentBack':
      return goBack(draft, event);
    case 'concluded':
      return conclude(draft, event);
  }
}

/** The step that is open, if it is the one that the event speaks of. */
function openStep(plan: Plan, draft: Draft, stepId: string): Step | undefined {
  if (draft.at.kind !== 'step' || draft.at.stepId !== stepId) return undefined;
  return indexPlan(plan).steps.get(stepId);
}

const notAtStep = (stepId: string): Misfit => ({ kind: 'notAtStep', stepId });

function confirmState(plan: Plan, draft: Draft, { stepId, state }: TrailEventOf<'stateConfirmed'>): Misfit | undefined {
  if (!openStep(plan, draft, stepId)) return notAtStep(stepId);
  draft.believed = { ...draft.believed, ...Object.fromEntries(state.map(({ what, is }) => [what, is])) };
  return undefined;
}

/** What cannot be made so is left as it is, with the reason; what the step does not need, or has already, is not overridden. */
function overrideState(plan: Plan, draft: Draft, event: TrailEventOf<'stateOverridden'>): Misfit | undefined {
  const step = openStep(plan, draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const unmet = unmetNeeds(draft, step.needs);
  const fresh = event.state.filter(({ what, is }) => unmet.some((need) => need.what === what && need.is === is));
  if (fresh.length === 0) return { kind: 'nothingToOverride' };
  const { reason, by } = event;
  draft.overridden = [...draft.overridden, ...fresh.map(({ what, is }) => ({ what, is, reason, by }))];
  return undefined;
}

function enterReading(plan: Plan, draft: Draft, event: TrailEventOf<'readingEntered'>): Misfit | undefined {
  const step = openStep(plan, draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const unmet = unmetNeeds(draft, step.needs)[0];
  if (unmet) return { kind: 'stateNotConfirmed', ...unmet };
  const wanted = step.readings.find(({ id }) => id === event.readingId);
  if (!wanted) return { kind: 'noSuchReading', readingId: event.readingId };
  const judged = judgeEntry(step, wanted, event.entry);
  if (!judged.ok) return { kind: 'entry', problem: judged.problem };
  draft.taken = { ...draft.taken, [event.readingId]: toTaken(event, judged.value) };
  return undefined;
}

function toTaken(
  event: TrailEventOf<'readingEntered'>,
  judged: Pick<TakenReading, 'reading' | 'verdict'>,
): TakenReading {
  const { id: eventId, readingId, entry, atMs, by, typedFirst, stillStands } = event;
  return { eventId, readingId, entry, atMs, by, typedFirst, stillStands, ...judged };
}

function takeOutcome(plan: Plan, draft: Draft, event: TrailEventOf<'outcomeTaken'>): Misfit | undefined {
  const step = openStep(plan, draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const unmet = unmetNeeds(draft, step.needs)[0];
  if (unmet) return { kind: 'stateNotConfirmed', ...unmet };
  const missing = step.readings.find(({ id }) => !draft.taken[id]);
  if (missing) return { kind: 'readingMissing', readingId: missing.id };
  const follows = outcomeOfTaken(step, draft.taken);
  if (follows?.id !== event.outcomeId)
    return { kind: 'otherOutcome', outcomeId: event.outcomeId, follows: follows?.id };
  return leaveStep(plan, draft, event, follows, undefined);
}

/** The outcome to which the readings of a step lead; `undefined` while some are missing or when the case was left open. */
export function outcomeOfTaken(step: Step, taken: Trail['taken']): Outcome | undefined {
  if (step.readings.some(({ id }) => !taken[id])) return undefined;
  return outcomeFor(step, { get: (readingId) => taken[readingId]?.verdict.zone.id });
}

function skipStep(plan: Plan, draft: Draft, event: TrailEventOf<'skipped'>): Misfit | undefined {
  const step = openStep(plan, draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const outcome = step.outcomes.find(({ id }) => id === event.outcomeId);
  if (!outcome) return { kind: 'noSuchOutcome', outcomeId: event.outcomeId };
  return leaveStep(plan, draft, event, outcome, event.reason);
}

function leaveStep(
  plan: Plan,
  draft: Draft,
  event: TrailEventOf<'outcomeTaken' | 'skipped'>,
  outcome: Outcome,
  skippedBecause: string | undefined,
): Misfit | undefined {
  const next = positionAfter(plan, outcome);
  if (!next) return { kind: 'leadsNowhere', outcomeId: outcome.id };
  const { id, stepId, atMs, by } = event;
  const taken = Object.values(draft.taken);
  const { overridden } = draft;
  draft.waymarks.push({
    id,
    stepId,
    taken,
    overridden,
    outcomeId: outcome.id,
    skippedBecause,
    setAside: false,
    atMs,
    by,
  });
  draft.taken = {};
  draft.overridden = [];
  draft.at = next;
  return undefined;
}

function positionAfter(plan: Plan, { goTo }: Outcome): TrailPosition | undefined {
  const { steps, conclusions } = indexPlan(plan);
  if (goTo.kind === 'step' && steps.has(goTo.stepId)) return goTo;
  return goTo.kind === 'conclusion' && conclusions.has(goTo.conclusionId) ? goTo : undefined;
}

/** Opens the step of a waymark again: it and all later ones are set aside, readable but no longer evidence. */
function goBack(draft: Draft, { id, toWaymarkId, atMs, by }: TrailEventOf<'wentBack'>): Misfit | undefined {
  const index = draft.waymarks.findLastIndex(({ id, setAside }) => id === toWaymarkId && !setAside);
  const waymark = draft.waymarks[index];
  if (!waymark) return { kind: 'noSuchWaymark', waymarkId: toWaymarkId };
  for (let at = index; at < draft.waymarks.length; at += 1) {
    const later = draft.waymarks[at];
    if (later && !later.setAside) draft.waymarks[at] = { ...later, setAside: true };
  }
  const taken = Object.values(draft.taken);
  // Readings of the step that is being left stay readable too.
  if (draft.at.kind === 'step' && taken.length > 0)
    draft.waymarks.push({
      id,
      stepId: draft.at.stepId,
      taken,
      overridden: draft.overridden,
      outcomeId: null,
      skippedBecause: undefined,
      setAside: true,
      atMs,
      by,
    });
  draft.taken = {};
  draft.overridden = [];
  draft.at = { kind: 'step', stepId: waymark.stepId };
  return undefined;
}

function conclude(draft: Draft, { conclusionId, atMs, by }: TrailEventOf<'concluded'>): Misfit | undefined {
  if (draft.at.kind !== 'conclusion' || draft.at.conclusionId !== conclusionId)
    return { kind: 'notAtConclusion', conclusionId };
  draft.at = { kind: 'concluded', conclusionId, atMs, by };
  return undefined;
}
