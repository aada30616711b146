import { type Graph, reach, reversed } from '../../graph/index.js';
import type { Outcome, Plan } from '../document/plan.js';
import { indexPlan } from '../document/planIndex.js';
import { takenOutcomes } from './takenOutcomes.js';

/** The steps of a plan as a graph: only ways that some case goes, to steps and conclusions that exist. */
export interface Ways {
  /** Steps that can be reached from the first one, itself included. */
  readonly reachable: ReadonlySet<string>;
  /** Steps from which some conclusion can be reached. */
  readonly concluding: ReadonlySet<string>;
  readonly next: Graph;
}

export function findWays(plan: Plan): Ways {
  const { steps } = indexPlan(plan);
  const next = new Map(
    plan.steps.map((step) => [step.id, nextSteps(takenOutcomes(step)).filter((to) => steps.has(to))]),
  );
  const start = steps.has(plan.startStepId) ? [plan.startStepId] : [];
  const ends = plan.steps.filter((step) => takenOutcomes(step).some((outcome) => concludes(plan, outcome)));
  return {
    next,
    reachable: reach(start, next),
    concluding: reach(
      ends.map(({ id }) => id),
      reversed(next),
    ),
  };
}

const nextSteps = (outcomes: readonly Outcome[]): string[] =>
  outcomes.flatMap(({ goTo }) => (goTo.kind === 'step' ? [goTo.stepId] : []));

const concludes = (plan: Plan, { goTo }: Outcome): boolean =>
  goTo.kind === 'conclusion' && indexPlan(plan).conclusions.has(goTo.conclusionId);
