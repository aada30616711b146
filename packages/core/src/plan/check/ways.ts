import type { Outcome, Plan } from '../plan.js';
import { indexPlan } from '../planIndex.js';

/** The steps of a plan as a graph: only ways to steps and conclusions that exist. */
export interface Ways {
  /** Steps that can be reached from the first one, itself included. */
  readonly reachable: ReadonlySet<string>;
  /** Steps from which some conclusion can be reached. */
  readonly concluding: ReadonlySet<string>;
  readonly next: ReadonlyMap<string, readonly string[]>;
}

export function findWays(plan: Plan): Ways {
  const { steps } = indexPlan(plan);
  const next = new Map(plan.steps.map(({ id, outcomes }) => [id, nextSteps(outcomes).filter((to) => steps.has(to))]));
  const start = steps.has(plan.startStepId) ? [plan.startStepId] : [];
  const ends = plan.steps.filter(({ outcomes }) => outcomes.some((outcome) => concludes(plan, outcome)));
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

/** Everything that can be reached along `next`, the starting points included. */
export function reach(from: readonly string[], next: ReadonlyMap<string, readonly string[]>): ReadonlySet<string> {
  const seen = new Set(from);
  // A set hands out what is added while it is being walked, so it is its own queue.
  for (const id of seen) for (const to of next.get(id) ?? []) seen.add(to);
  return seen;
}

function reversed(next: ReadonlyMap<string, readonly string[]>): ReadonlyMap<string, readonly string[]> {
  const back = new Map<string, string[]>([...next.keys()].map((id) => [id, []]));
  for (const [from, targets] of next) for (const to of targets) back.get(to)?.push(from);
  return back;
}
