import { indexPlan, type Plan } from '../plan/index.js';
import { type Draft, notAtStep } from './draft.js';
import type { Misfit } from './misfit.js';
import type { TrailEventOf } from './trailEvent.js';

/** Tests that the plan does not have: they change what is known, and not the place. Going back leaves them, as they belong to no step. */

export function addOffPlanTest(plan: Plan, draft: Draft, event: TrailEventOf<'offPlanTested'>): Misfit | undefined {
  const { id, stepId, title, seen, clears, pointsTo, atMs, by } = event;
  const { steps, suspects } = indexPlan(plan);
  if (!steps.has(stepId)) return notAtStep(stepId);
  const unknown = [...clears, ...pointsTo].find((suspectId) => !suspects.has(suspectId));
  if (unknown !== undefined) return { kind: 'noSuchSuspect', suspectId: unknown };
  const test = { id, stepId, title, seen, clears, pointsTo, takenBackBecause: undefined, atMs, by };
  draft.offPlanTests = [...draft.offPlanTests, test];
  return undefined;
}

export function takeBackOffPlanTest(draft: Draft, event: TrailEventOf<'offPlanTakenBack'>): Misfit | undefined {
  const { testId, reason } = event;
  if (!draft.offPlanTests.some(({ id, takenBackBecause }) => id === testId && takenBackBecause === undefined))
    return { kind: 'noSuchTest', testId };
  draft.offPlanTests = draft.offPlanTests.map((test) =>
    test.id === testId ? { ...test, takenBackBecause: reason } : test,
  );
  return undefined;
}
