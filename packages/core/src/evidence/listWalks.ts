import { indexPlan, type Plan } from '../plan/index.js';
import { evidenceModel } from './evidenceModel.js';
import { type WalkEnd, type WalkPlace, walkGraph } from './walkGraph.js';

/** One way through a plan from its first step to an end. */
export interface Walk {
  readonly waymarks: readonly { readonly stepId: string; readonly outcomeId: string }[];
  readonly end: WalkEnd;
  readonly minutes: number;
  /** How sure the suspects of its conclusion are at its end, 0 to 1; `undefined` where it ends without one. */
  readonly support: number | undefined;
}

/** The first walks of a plan in the order of its outcomes, at most so many. */
export function listWalks(plan: Plan, most: number): readonly Walk[] {
  const [first] = walkGraph(plan).places;
  const model = evidenceModel(plan);
  const walks: Walk[] = [];

  const walk = (place: WalkPlace, before: Walk['waymarks'], weights: Float64Array, minutes: number): void => {
    const { step } = place;
    for (const [at, { outcome, to, end }] of place.ways.entries()) {
      if (walks.length >= most) return;
      const waymarks = [...before, { stepId: step.id, outcomeId: outcome.id }];
      const likelihoods = model.steps.get(step.id)?.likelihoods[at];
      const after = weights.map((weight, suspect) => weight * (likelihoods?.[suspect] ?? 0));
      const spent = minutes + step.effort.minutes;
      if (end) walks.push({ waymarks, end, minutes: spent, support: supportOf(plan, end, after) });
      else if (to) walk(to, waymarks, after, spent);
    }
  };

  if (first) walk(first, [], model.prior, 0);
  return walks;
}

function supportOf(plan: Plan, end: WalkEnd, weights: Float64Array): number | undefined {
  const found = end.kind === 'conclusion' ? indexPlan(plan).conclusions.get(end.conclusionId)?.suspectIds : undefined;
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  if (!found || found.length === 0 || total === 0) return undefined;
  return (
    plan.suspects.reduce((sum, { id }, index) => sum + (found.includes(id) ? (weights[index] ?? 0) : 0), 0) / total
  );
}
