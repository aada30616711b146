import { indexPlan, type StepReading } from '@probe-trail/core/plan';
import { isSeries } from '@probe-trail/core/spec';
import {
  drivenAs,
  type Entry,
  nextEvent as followPlan,
  inputsToAsk,
  type NewTrailEvent,
  rowNames,
  standingWaymarks,
  type Trail,
} from '@probe-trail/core/trail';

/** Picks one of so many, from 0 on. */
export type Choose = (count: number) => number;

const numbers = ['0', '0.02', '0.4', '1', '2.4', '4.9', '8.2', '12.4', '14.6', '55', '112', 'OL', '-3'];
const one = <Item>(items: readonly Item[], choose: Choose): Item => items[choose(items.length)] as Item;

/**
 * What somebody might do next on a trail: mostly what the step asks for, now and then something else; after its end, steps to prove a repair,
 * and now and then a repair that did not help. `undefined` where nothing more is done.
 */
export function nextEvent(trail: Trail, choose: Choose): NewTrailEvent | undefined {
  if (trail.at.kind === 'concluded') return afterTheEnd(trail, choose);
  const aside = choose(12);
  if (aside === 0) return { kind: 'remarkMade', stepId: trail.plan.startStepId, about: 'unclear', text: 'What now?' };
  if (aside === 1) return trail.paused ? { kind: 'resumed' } : { kind: 'paused', reason: '' };
  const back = standingWaymarks(trail);
  if (aside === 2 && back.length > 0) return { kind: 'wentBack', toWaymarkId: one(back, choose).id };
  if (trail.at.kind === 'conclusion') return { kind: 'concluded', conclusionId: trail.at.conclusionId };
  if (trail.at.kind === 'between') return between(trail, choose);
  const [input] = inputsToAsk(trail);
  if (input) return { kind: 'inputGiven', inputId: input.id, text: choose(2) === 0 ? null : '12' };
  return onStep(trail, trail.at.stepId, choose);
}

function onStep(trail: Trail, stepId: string, choose: Choose): NewTrailEvent | undefined {
  const step = indexPlan(trail.plan).steps.get(stepId);
  if (!step) throw new Error(`the trail stands at “${stepId}”, which the plan does not have`);
  if (trail.proving && choose(8) === 0) return { kind: 'stepLeft', stepId };
  if (!trail.proving && choose(15) === 0)
    return { kind: 'skipped', stepId, reason: 'No time', outcomeId: one(step.outcomes, choose).id };
  const next = followPlan(trail, {
    entryFor: (reading) => entryFor(reading, choose),
    nowMs: trail.lastEventAtMs,
    reason: 'It is quiet',
  });
  if (next) return next;
  if (trail.proving) return { kind: 'stepLeft', stepId };
  return { kind: 'skipped', stepId, reason: 'The plan says nothing', outcomeId: one(step.outcomes, choose).id };
}

/** A second repair follows the first; which of them a device has in mind is not the same on both. */
const repairIds = ['repair-1', 'repair-2'];

function afterTheEnd({ plan }: Trail, choose: Choose): NewTrailEvent | undefined {
  const repairId = one(repairIds, choose);
  switch (choose(4)) {
    case 0:
      return undefined;
    case 1:
      return {
        kind: 'reopened',
        repairId,
        suspectIds: [one(plan.suspects, choose).id],
        what: 'Something replaced',
        because: 'It is still there',
      };
    default:
      return { kind: 'proofStepOpened', repairId, stepId: one(plan.steps, choose).id };
  }
}

/** A repair did not help: a step of the plan is done again, or another cause is named. */
const between = ({ plan }: Trail, choose: Choose): NewTrailEvent =>
  choose(3) === 0
    ? { kind: 'causeNamed', suspectIds: [one(plan.suspects, choose).id] }
    : { kind: 'stepOpened', stepId: one(plan.steps, choose).id };

function entryFor({ spec }: StepReading, choose: Choose): Entry {
  if (spec.kind === 'choice') return { kind: 'chosen', optionId: one(spec.options, choose).id };
  if (spec.kind === 'count')
    return {
      kind: 'counted',
      counts: Array.from({ length: Math.max(1, spec.sections.length) }, () => choose(3)),
      seconds: spec.inSeconds,
    };
  if (spec.kind === 'drive')
    return drivenAs(
      spec,
      (spec.compares.kind === 'alike' ? spec.compares.of : ['']).map(() => Number(one(numbers, choose))),
    );
  if (isSeries(spec)) return { kind: 'rows', texts: rowNames(spec).map(() => one(numbers, choose)) };
  return { kind: 'typed', text: one(numbers, choose) };
}
