import { indexPlan, type Plan, type StepReading } from '@probe-trail/core/plan';
import { isSeries } from '@probe-trail/core/spec';
import {
  closeCallAsks,
  type Entry,
  inputsToAsk,
  outcomeOfTaken,
  rowNames,
  settledAtMs,
  standingWaymarks,
  type Trail,
  type TrailEvent,
  unmetNeeds,
} from '@probe-trail/core/trail';
import { movesTo } from '@probe-trail/core/vehicleState';

export type Loose = TrailEvent extends infer One
  ? One extends TrailEvent
    ? Omit<One, 'id' | 'atMs' | 'by'>
    : never
  : never;

/** Picks one of so many, from 0 on. */
export type Choose = (count: number) => number;

const numbers = ['0', '0.02', '0.4', '1', '2.4', '4.9', '8.2', '12.4', '14.6', '55', '112', 'OL', '-3'];
const one = <Item>(items: readonly Item[], choose: Choose): Item => items[choose(items.length)] as Item;

/** What somebody might do next on a trail: mostly what the step asks for, now and then something else. `undefined` at its end. */
export function nextEvent(plan: Plan, trail: Trail, choose: Choose): Loose | undefined {
  if (trail.at.kind === 'concluded') return undefined;
  const aside = choose(12);
  if (aside === 0) return { kind: 'remarkMade', stepId: plan.startStepId, about: 'unclear', text: 'What now?' };
  if (aside === 1) return trail.paused ? { kind: 'resumed' } : { kind: 'paused', reason: '' };
  const back = standingWaymarks(trail);
  if (aside === 2 && back.length > 0) return { kind: 'wentBack', toWaymarkId: one(back, choose).id };
  if (trail.at.kind === 'conclusion') return { kind: 'concluded', conclusionId: trail.at.conclusionId };
  if (trail.at.kind === 'between') return undefined;
  const [input] = inputsToAsk(plan, trail);
  if (input) return { kind: 'inputGiven', inputId: input.id, text: choose(2) === 0 ? null : '12' };
  return onStep(plan, trail, trail.at.stepId, choose);
}

function onStep(plan: Plan, trail: Trail, stepId: string, choose: Choose): Loose | undefined {
  const step = indexPlan(plan).steps.get(stepId);
  if (!step) throw new Error(`the trail stands at “${stepId}”, which the plan does not have`);
  if (choose(15) === 0) return { kind: 'skipped', stepId, reason: 'No time', outcomeId: one(step.outcomes, choose).id };
  if (unmetNeeds(trail, step.needs).length > 0)
    return {
      kind: 'stateConfirmed',
      stepId,
      state: movesTo(trail.believed, step.needs).map(({ what, is }) => ({ what, is })),
    };
  const settling = step.needs.filter(({ what }) => (trail.settlesAtMs[what] ?? 0) > 0);
  if (settledAtMs(trail, step.needs) > trail.lastEventAtMs)
    return {
      kind: 'stateOverridden',
      stepId,
      state: settling.map(({ what, is }) => ({ what, is })),
      reason: 'It is quiet',
    };
  const due = step.readings.find(({ id, derivedFrom }) => derivedFrom === null && !trail.taken[id]);
  if (due) return entered(stepId, due, choose);
  const close = Object.values(trail.taken).find((taken) => closeCallAsks(plan.tooClose, taken));
  if (close) return { kind: 'closeCallAccepted', stepId, readingId: close.readingId, reason: 'No better one' };
  const outcome = outcomeOfTaken(step, trail.taken);
  return outcome
    ? { kind: 'outcomeTaken', stepId, outcomeId: outcome.id }
    : { kind: 'skipped', stepId, reason: 'The plan says nothing', outcomeId: one(step.outcomes, choose).id };
}

const entered = (stepId: string, reading: StepReading, choose: Choose): Loose => ({
  kind: 'readingEntered',
  stepId,
  readingId: reading.id,
  entry: entryFor(reading, choose),
  typedFirst: null,
  stillStands: null,
});

function entryFor({ spec }: StepReading, choose: Choose): Entry {
  if (spec.kind === 'choice') return { kind: 'chosen', optionId: one(spec.options, choose).id };
  if (spec.kind === 'count')
    return {
      kind: 'counted',
      counts: Array.from({ length: Math.max(1, spec.sections.length) }, () => choose(3)),
      seconds: spec.inSeconds,
    };
  if (isSeries(spec)) return { kind: 'rows', texts: rowNames(spec).map(() => one(numbers, choose)) };
  return { kind: 'typed', text: one(numbers, choose) };
}
