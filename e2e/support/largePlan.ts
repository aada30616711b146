import { readFileSync } from 'node:fs';
import { type Plan, readPlanFile, type Step } from '@probe-trail/core/plan';

const file = readPlanFile(readFileSync(new URL('../../demo/plans/radiator-fan.plan.json', import.meta.url), 'utf8'));
if (!file.ok) throw new Error('the demo plan cannot be read');

/** The plan of the radiator fan, as the demo world has it. */
export const fanPlan: Plan = file.value.plan;

/** The demo plan many times over, each copy leading into the next. */
export function largePlan(stepCount: number): Plan {
  const copies = Math.ceil(stepCount / fanPlan.steps.length);
  const steps = Array.from({ length: copies }, (_, copy) =>
    fanPlan.steps.map((step) => renamed(step, copy, copies)),
  ).flat();
  return { ...fanPlan, startStepId: `${fanPlan.startStepId}-0`, steps: steps.slice(0, stepCount) };
}

const renamed = (step: Step, copy: number, copies: number): Step => ({
  ...step,
  id: `${step.id}-${copy}`,
  outcomes: step.outcomes.map((outcome) => {
    if (outcome.goTo.kind === 'step')
      return { ...outcome, goTo: { kind: 'step', stepId: `${outcome.goTo.stepId}-${copy}` } };
    const leadsOn = copy + 1 < copies && step.id === 'wanted';
    return leadsOn ? { ...outcome, goTo: { kind: 'step', stepId: `${fanPlan.startStepId}-${copy + 1}` } } : outcome;
  }),
});
