import { blankPlan } from '../document/blankPlan.js';
import type { GoTo, Outcome, Plan } from '../document/plan.js';
import { sayGoal } from '../document/sayPlan.js';
import { copySteps } from '../edit/pasteSteps.js';

/**
 * A new block made of steps of a plan, with the suspects and part cards that they name. Every goal of theirs outside becomes a result of
 * the block, called as that is; the ways between them stay.
 */
export function blockOfSteps(plan: Plan, stepIds: ReadonlySet<string>, id: string, title: string): Plan {
  const { steps, suspects, partCards } = copySteps(plan, stepIds);
  const results = new Map<string, { readonly id: string; readonly title: string }>();
  const resultFor = (goTo: GoTo): GoTo => {
    if (goTo.kind === 'nowhere' || (goTo.kind === 'step' && stepIds.has(goTo.stepId))) return goTo;
    const conclusionId = goTo.kind === 'step' ? goTo.stepId : goTo.conclusionId;
    results.set(conclusionId, { id: conclusionId, title: sayGoal(plan, goTo) });
    return { kind: 'conclusion', conclusionId };
  };
  const ended = steps.map((step) => ({
    ...step,
    use: null,
    outcomes: step.outcomes.map((outcome: Outcome) => ({ ...outcome, goTo: resultFor(outcome.goTo) })),
  }));
  return {
    ...blankPlan(id, title),
    block: { inputs: [] },
    suspects: suspects.map((suspect) => ({
      ...suspect,
      proofStepIds: suspect.proofStepIds.filter((id) => stepIds.has(id)),
    })),
    partCards,
    startStepId: ended.some(({ id }) => id === plan.startStepId) ? plan.startStepId : (ended[0]?.id ?? ''),
    steps: ended,
    conclusions: [...results.values()].map((result) => ({ ...result, summary: '', suspectIds: [] })),
  };
}
