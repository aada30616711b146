import { flowForward as flowAlong, type Graph, searchDeep } from '../../graph/index.js';
import type { Outcome, Plan, Step } from '../document/plan.js';
import { indexPlan } from '../document/planIndex.js';
import { takenOutcomes } from './takenOutcomes.js';

export interface Flow<Value> {
  /** What holds when the trail begins. */
  readonly start: Value;
  /** What holds after a step that ends in this outcome. */
  readonly along: (value: Value, step: Step, outcome: Outcome) => Value;
  /** What can be said where two ways meet; the first one itself where the second brings nothing new. */
  readonly join: (known: Value, coming: Value) => Value;
}

/** For each step that can be reached, what holds when a trail comes to it, whichever way it came: see `flowForward` of the graph. */
export function flowForward<Value>(plan: Plan, { start, along, join }: Flow<Value>): ReadonlyMap<string, Value> {
  const { graph, order } = takenWays(plan);
  const { steps } = indexPlan(plan);
  return flowAlong<Value>(order, graph, {
    start,
    join,
    along: (value, { from, at }) => {
      const step = steps.get(from) as Step;
      return along(value, step, takenOutcomes(step)[at] as Outcome);
    },
  });
}

interface TakenWays {
  /** For each step, where each of its outcomes that some case takes leads; a conclusion is no node. */
  readonly graph: Graph;
  /** The steps that can be reached, each after all that lead to it but for returns. */
  readonly order: readonly string[];
}

// Made once for each document, as documents are never changed in place.
const known = new WeakMap<Plan, TakenWays>();

function takenWays(plan: Plan): TakenWays {
  const found = known.get(plan);
  if (found) return found;
  const graph: Graph = new Map(
    plan.steps.map((step) => [
      step.id,
      takenOutcomes(step).map(({ goTo }) => (goTo.kind === 'step' ? goTo.stepId : '')),
    ]),
  );
  const ways = { graph, order: searchDeep([plan.startStepId], graph).order };
  known.set(plan, ways);
  return ways;
}

export type Names = ReadonlySet<string>;

/** Both together; the first one itself where the second adds nothing. */
export function union(known: Names, more: Iterable<string>): Names {
  const added = [...more].filter((name) => !known.has(name));
  return added.length === 0 ? known : new Set([...known, ...added]);
}

/** What is in both; the first one itself where it is wholly in the second. */
export function intersection(known: Names, other: Names): Names {
  const common = [...known].filter((name) => other.has(name));
  return common.length === known.size ? known : new Set(common);
}
