import { dominatorsOf, type Graph, isAcyclic, knotsIn, searchDeep } from '../graph/index.js';
import { indexPlan, type Plan, type Step } from '../plan/index.js';

/** How the loops of a plan lie. */
export interface Loops {
  /** Whether a way from one step to another is a return on every walk, because each comes to `from` by way of `to`. */
  readonly isReturn: (from: string, to: string) => boolean;
  /** The knot that a step lies in: steps whose loops cross, so that it depends on the walk which way is a return. */
  readonly knotOf: (stepId: string) => number | undefined;
}

/**
 * Loops by dominators: a step that every walk to another comes through is done when that one leads back to it. What is still cyclic without
 * these returns lies in knots.
 */
export function findLoops(plan: Plan): Loops {
  const graph = stepGraph(plan);
  const { order } = searchDeep([plan.startStepId], graph);
  const dominators = dominatorsOf(order, graph);
  const isReturn = (from: string, to: string): boolean => {
    for (let id: string | undefined = from; id !== undefined; id = dominators.get(id)) if (id === to) return true;
    return false;
  };
  const forward: Graph = new Map(
    order.map((from) => [from, graph.get(from)?.filter((to) => !isReturn(from, to)) ?? []]),
  );
  const knots = isAcyclic(forward) ? new Map<string, number>() : knotsIn(forward);
  return { isReturn, knotOf: (stepId) => knots.get(stepId) };
}

/** The steps that each step leads to, each once. */
function stepGraph(plan: Plan): Graph {
  const { steps } = indexPlan(plan);
  const goals = ({ outcomes }: Step) =>
    outcomes.flatMap(({ goTo }) => (goTo.kind === 'step' && steps.has(goTo.stepId) ? [goTo.stepId] : []));
  return new Map(plan.steps.map((step) => [step.id, [...new Set(goals(step))]]));
}
