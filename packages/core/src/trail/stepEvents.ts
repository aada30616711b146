import {
  computedOrder,
  hookUpOf,
  indexPlan,
  namesUsedBy,
  type Outcome,
  outcomeFor,
  type Plan,
  type Step,
} from '../plan/index.js';
import { withoutValue } from '../spec/index.js';
import { openAddedStep, returnFromAdded } from './addedEvents.js';
import { gateOf } from './contextEvents.js';
import { type Draft, leavePlace, notAtStep, openStep } from './draft.js';
import { type JudgedEntry, judgeDerived, judgeEntry } from './judgeEntry.js';
import { instrumentOf, measuringContextOf } from './measuringContext.js';
import type { Misfit } from './misfit.js';
import { returnFromProof } from './proofEvents.js';
import { closeCallAsks, isAdded, type TakenReading, type Trail, type TrailPosition, type Waymark } from './trail.js';
import type { Entry, TrailEventOf } from './trailEvent.js';

/** What happens on a step: its readings, its outcome, and the ways out of it. */

export function enterReading(draft: Draft, event: TrailEventOf<'readingEntered'>): Misfit | undefined {
  const step = openStep(draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const shut = gateOf(draft, step.needs, event.atMs);
  if (shut) return shut;
  const wanted = step.readings.find(({ id }) => id === event.readingId);
  if (!wanted) return { kind: 'noSuchReading', readingId: event.readingId };
  // What is computed from others is never entered.
  if (wanted.derivedFrom !== null) return { kind: 'noSuchReading', readingId: event.readingId };
  const judged = judgeEntry(wanted, event.entry, measuringContextOf(draft, step, wanted));
  if (!judged.ok) return { kind: 'entry', problem: judged.problem };
  draft.taken = { ...draft.taken, [event.readingId]: toTaken(draft, step, event, judged.value) };
  judgeAnew(draft, step, event.readingId);
  // Limits may come from what is computed, which comes from what was just entered.
  if (derive(draft, step, event)) judgeAnew(draft, step, event.readingId);
  return undefined;
}

/** Readings of the open step whose limits come from others follow when one of those is measured again. */
function judgeAnew(draft: Draft, step: Step, changedId: string): void {
  for (const wanted of step.readings) {
    const taken = draft.taken[wanted.id];
    if (!taken?.entry || wanted.id === changedId || namesUsedBy(wanted).length === 0) continue;
    const judged = judgeEntry(wanted, taken.entry, measuringContextOf(draft, step, wanted));
    if (judged.ok) draft.taken = { ...draft.taken, [wanted.id]: { ...taken, ...judged.value } };
  }
}

function toTaken(draft: Draft, step: Step, event: TrailEventOf<'readingEntered'>, judged: JudgedEntry): TakenReading {
  const { id: eventId, readingId, entry, atMs, by, typedFirst, stillStands } = event;
  const before = draft.taken[readingId];
  const { reading, verdict, rows } = judged;
  return {
    eventId,
    readingId,
    entry,
    reading,
    verdict,
    rows,
    sources: undefined,
    atMs,
    by,
    typedFirst,
    stillStands,
    instrument: isWhollyLive(entry) ? undefined : measuredWith(draft, step, readingId),
    takenIn: draft.believed,
    tries: before ? [...before.tries, before.verdict] : [],
    acceptedBecause: undefined,
  };
}

/** What the vehicle told was measured with none of the workshop's instruments. */
const isWhollyLive = (entry: Entry): boolean => {
  if (entry.kind === 'typed') return entry.live != null;
  return entry.kind === 'rows' && entry.texts.every((_, index) => entry.live?.[index] != null);
};

/** The name of the instrument of a reading, where the trail knows it. */
function measuredWith(draft: Draft, step: Step, readingId: string): string | undefined {
  const reading = step.readings.find(({ id }) => id === readingId);
  return reading && instrumentOf(hookUpOf(step, reading), draft.instruments)?.name;
}

/**
 * Computes what comes from the readings of the step, as soon as they are all there; each after those that it uses.
 * @returns whether anything was computed
 */
function derive(draft: Draft, step: Step, { id: eventId, atMs, by }: TrailEventOf<'readingEntered'>): boolean {
  if (step.readings.every(({ derivedFrom }) => derivedFrom === null)) return false;
  if (step.readings.some(({ id, derivedFrom }) => derivedFrom === null && !draft.taken[id])) return false;
  const plain = { entry: undefined, typedFirst: null, stillStands: null, tries: [], acceptedBecause: undefined };
  const around = { instrument: undefined, takenIn: draft.believed };
  const { ordered, inCircles } = computedOrder(draft.plan, step);
  const put = (readingId: string, judged: JudgedEntry) => {
    const taken = { eventId, readingId, atMs, by, ...plain, ...around, sources: undefined, ...judged };
    draft.taken = { ...draft.taken, [readingId]: taken };
  };
  for (const wanted of ordered) {
    const judged = judgeDerived(wanted, measuringContextOf(draft, step, wanted));
    if (judged) put(wanted.id, judged);
  }
  for (const { id, name } of inCircles)
    put(id, { reading: undefined, verdict: withoutValue(`“${name || id}” is computed from itself.`), rows: [] });
  return true;
}

/** Lets a reading that is too close to call go on as its number says, where the plan wants more than can be had. */
export function acceptCloseCall(
  draft: Draft,
  { stepId, readingId, reason }: TrailEventOf<'closeCallAccepted'>,
): Misfit | undefined {
  if (!openStep(draft, stepId)) return notAtStep(stepId);
  const taken = draft.taken[readingId];
  if (taken?.verdict.kind !== 'tooCloseToCall') return { kind: 'notCloseToCall', readingId };
  draft.taken = { ...draft.taken, [readingId]: { ...taken, acceptedBecause: reason } };
  return undefined;
}

export function takeOutcome(draft: Draft, event: TrailEventOf<'outcomeTaken'>): Misfit | undefined {
  const step = openStep(draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const shut = gateOf(draft, step.needs, event.atMs);
  if (shut) return shut;
  const missing = step.readings.find(({ id }) => !draft.taken[id]);
  if (missing) return { kind: 'readingMissing', readingId: missing.id };
  for (const taken of Object.values(draft.taken)) {
    const asks = closeCallAsks(draft.plan.tooClose, taken);
    if (asks) return { kind: 'closeCall', asks };
  }
  const follows = outcomeOfTaken(step, draft.taken);
  if (follows?.id !== event.outcomeId)
    return { kind: 'otherOutcome', outcomeId: event.outcomeId, follows: follows?.id };
  return leaveStep(draft, event, follows, undefined);
}

/** The outcome to which the readings of a step lead; `undefined` while some are missing or when the case was left open. */
export function outcomeOfTaken(step: Step, taken: Trail['taken']): Outcome | undefined {
  if (step.readings.some(({ id }) => !taken[id])) return undefined;
  return outcomeFor(step, { get: (readingId) => taken[readingId]?.verdict.zone.id });
}

export function skipStep(draft: Draft, event: TrailEventOf<'skipped'>): Misfit | undefined {
  const step = openStep(draft, event.stepId);
  if (!step) return notAtStep(event.stepId);
  const outcome = step.outcomes.find(({ id }) => id === event.outcomeId);
  if (!outcome) return { kind: 'noSuchOutcome', outcomeId: event.outcomeId };
  return leaveStep(draft, event, outcome, event.reason);
}

function leaveStep(
  draft: Draft,
  event: TrailEventOf<'outcomeTaken' | 'skipped'>,
  outcome: Outcome,
  skippedBecause: string | undefined,
): Misfit | undefined {
  const { id, stepId, atMs, by } = event;
  const back = draft.proving?.from ?? draft.added.from;
  const next = back ? back.at : positionAfter(draft.plan, outcome);
  if (!next) return { kind: 'leadsNowhere', outcomeId: outcome.id };
  if (!draft.proving && draft.failedRepairs.length > 0) setEarlierAside(draft, stepId);
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
    takenBackBecause: undefined,
    proves: draft.proving?.repairId,
    atMs,
    by,
  });
  draft.taken = {};
  draft.overridden = [];
  if (draft.proving) returnFromProof(draft);
  else if (draft.added.from) returnFromAdded(draft);
  else draft.at = next;
  return undefined;
}

/** What was measured at this step before a repair that did not help gives way to what is measured now. */
function setEarlierAside(draft: Draft, stepId: string): void {
  for (const [at, waymark] of draft.waymarks.entries())
    if (waymark.stepId === stepId && waymark.proves === undefined && !waymark.setAside)
      draft.waymarks[at] = { ...waymark, setAside: true };
}

function positionAfter(plan: Plan, { goTo }: Outcome): TrailPosition | undefined {
  const { steps, conclusions } = indexPlan(plan);
  if (goTo.kind === 'step' && steps.has(goTo.stepId)) return goTo;
  return goTo.kind === 'conclusion' && conclusions.has(goTo.conclusionId) ? goTo : undefined;
}

/**
 * Opens the step of a waymark again: it and all later ones are set aside, readable but no longer evidence. Those of added steps stand by
 * themselves: they are set aside alone, and stay when the plan's steps are.
 */
export function goBack(draft: Draft, event: TrailEventOf<'wentBack'>): Misfit | undefined {
  const { toWaymarkId } = event;
  const index = draft.waymarks.findLastIndex(({ id, setAside }) => id === toWaymarkId && !setAside);
  const waymark = draft.waymarks[index];
  if (!waymark) return { kind: 'noSuchWaymark', waymarkId: toWaymarkId };
  if (waymark.proves !== undefined) return { kind: 'noSuchWaymark', waymarkId: toWaymarkId };
  const isOfAdded = ({ stepId, proves }: Waymark) => proves !== undefined || isAdded(draft, stepId);
  if (isOfAdded(waymark)) {
    draft.waymarks[index] = { ...waymark, setAside: true };
    return openAddedStep(draft, { ...event, kind: 'stepOpened', stepId: waymark.stepId });
  }
  for (let at = index; at < draft.waymarks.length; at += 1) {
    const later = draft.waymarks[at];
    if (later && !later.setAside && !isOfAdded(later)) draft.waymarks[at] = { ...later, setAside: true };
  }
  leavePlace(draft, event);
  // What was entered at the place to which an added step would have led back stays readable too.
  if (draft.added.from) {
    returnFromAdded(draft);
    leavePlace(draft, { ...event, id: `${event.id}-from` });
  }
  draft.at = { kind: 'step', stepId: waymark.stepId };
  return undefined;
}
