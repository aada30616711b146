import type { GoTo, Plan, Step } from '../document/plan.js';

/** Lets every outcome that ends a block in one result lead to the same place. */
export const leadResultTo = (plan: Plan, useId: string, resultId: string, goTo: GoTo): Plan => ({
  ...plan,
  steps: plan.steps.map((step) => {
    const ends = step.use?.useId === useId ? step.use.ends.filter((end) => end.resultId === resultId) : [];
    if (ends.length === 0) return step;
    const ending = new Set(ends.map(({ outcomeId }) => outcomeId));
    return {
      ...step,
      outcomes: step.outcomes.map((outcome) => (ending.has(outcome.id) ? { ...outcome, goTo } : outcome)),
    };
  }),
});

/** The result in which an outcome ends its block; `undefined` where it does not end one. */
export const resultAt = ({ use }: Step, outcomeId: string): string | undefined =>
  use?.ends.find((end) => end.outcomeId === outcomeId)?.resultId;
