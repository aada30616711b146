import { blankOutcome } from '../document/blankPlan.js';
import type { GoTo, Outcome, Plan, Step } from '../document/plan.js';
import { leadResultTo, resultAt } from './blockEnds.js';

/** The plan with one step changed. */
export const changeStep = (plan: Plan, stepId: string | undefined, change: (step: Step) => Step): Plan => ({
  ...plan,
  steps: plan.steps.map((step) => (step.id === stepId ? change(step) : step)),
});

/** The plan with one outcome changed. */
export const changeOutcome = (
  plan: Plan,
  stepId: string | undefined,
  outcomeId: string | undefined,
  change: (outcome: Outcome) => Outcome,
): Plan =>
  changeStep(plan, stepId, (step) => ({
    ...step,
    outcomes: step.outcomes.map((outcome) => (outcome.id === outcomeId ? change(outcome) : outcome)),
  }));

/**
 * Lets an outcome lead somewhere else. Where it ends a block, all that end in the same result do; within a block its ways are the block's,
 * and stay.
 */
export function leadTo(plan: Plan, stepId: string, outcomeId: string, goTo: GoTo): Plan {
  const step = plan.steps.find(({ id }) => id === stepId);
  if (!step?.use) return changeOutcome(plan, stepId, outcomeId, (outcome) => ({ ...outcome, goTo }));
  const resultId = resultAt(step, outcomeId);
  return resultId === undefined ? plan : leadResultTo(plan, step.use.useId, resultId, goTo);
}

const toStep = (stepId: string): GoTo => ({ kind: 'step', stepId });

/**
 * Adds a step after another: outcomes of that one which lead nowhere yet lead to it, and one without outcomes gets its first. The first
 * step of a plan is where its trail begins. With no such step, it is added at the end.
 */
export function addStepAfter(plan: Plan, stepId: string | undefined, step: Step): Plan {
  const index = plan.steps.findIndex(({ id }) => id === stepId);
  const at = index < 0 ? plan.steps.length : index + 1;
  const steps = [...plan.steps.slice(0, at), step, ...plan.steps.slice(at)];
  const added = { ...plan, steps, startStepId: plan.startStepId || step.id };
  return changeStep(added, stepId, (before) => ({
    ...before,
    outcomes:
      before.outcomes.length === 0
        ? [blankOutcome('on', { goTo: toStep(step.id) })]
        : before.outcomes.map((outcome) =>
            outcome.goTo.kind === 'nowhere' ? { ...outcome, goTo: toStep(step.id) } : outcome,
          ),
  }));
}

/** Adds a step on one outcome of another, between that and where it led: the new step leads there, whatever comes out of it. */
export function addStepOn(plan: Plan, stepId: string, outcomeId: string, step: Step): Plan {
  const before = plan.steps.find(({ id }) => id === stepId);
  const outcome = before?.outcomes.find(({ id }) => id === outcomeId);
  if (!before || !outcome) return plan;
  const between = { ...step, outcomes: [...step.outcomes, blankOutcome('on', { goTo: outcome.goTo })] };
  const at = plan.steps.indexOf(before) + 1;
  const steps = [...plan.steps.slice(0, at), between, ...plan.steps.slice(at)];
  return leadTo({ ...plan, steps }, stepId, outcomeId, toStep(step.id));
}

/** Takes steps out; outcomes that led to them lead nowhere, and what was accepted about them is forgotten. */
export function deleteSteps(plan: Plan, stepIds: ReadonlySet<string>): Plan {
  const leadsThere = ({ goTo }: Outcome) => goTo.kind === 'step' && stepIds.has(goTo.stepId);
  const used = new Set(plan.steps.flatMap(({ id, use }) => (use && !stepIds.has(id) ? [use.useId] : [])));
  return {
    ...plan,
    uses: plan.uses.filter(({ id }) => used.has(id)),
    startStepId: stepIds.has(plan.startStepId) ? '' : plan.startStepId,
    accepted: plan.accepted.filter(({ stepId }) => stepId === null || !stepIds.has(stepId)),
    steps: plan.steps
      .filter(({ id }) => !stepIds.has(id))
      .map((step) =>
        step.outcomes.some(leadsThere)
          ? {
              ...step,
              outcomes: step.outcomes.map((outcome) =>
                leadsThere(outcome) ? { ...outcome, goTo: { kind: 'nowhere' } as const } : outcome,
              ),
            }
          : step,
      ),
  };
}
