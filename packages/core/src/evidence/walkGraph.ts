import { indexPlan, type Outcome, type Plan, type Step } from '../plan/index.js';

/** Where a walk stops: at a conclusion, at an outcome that leads nowhere yet, or where it would come back to a step that it has done. */
export type WalkEnd =
  | { readonly kind: 'conclusion'; readonly conclusionId: string }
  | { readonly kind: 'nowhere' }
  | { readonly kind: 'back'; readonly stepId: string };

/** One outcome as a way on: to the next step, or to an end. */
export interface Way {
  readonly outcome: Outcome;
  readonly to: Step | undefined;
  /** Only where it does not go on. */
  readonly end: WalkEnd | undefined;
}

/** The reachable part of a plan without its returns: every way leads forward, so walks can be counted and summed. */
export interface WalkGraph {
  /** Every step before all that follow it. */
  readonly steps: readonly Step[];
  readonly ways: ReadonlyMap<string, readonly Way[]>;
}

const graphs = new WeakMap<Plan, WalkGraph>();

/**
 * The walk graph of a plan, by a depth-first search in the order of the outcomes: a way to a step that the search is still in is a
 * return, and ends the walk there. Made once for each document, as documents are never changed in place.
 */
export function walkGraph(plan: Plan): WalkGraph {
  const known = graphs.get(plan);
  if (known) return known;
  const graph = search(plan);
  graphs.set(plan, graph);
  return graph;
}

function search(plan: Plan): WalkGraph {
  const { steps, conclusions } = indexPlan(plan);
  const ways = new Map<string, readonly Way[]>();
  const inside = new Set<string>();
  const left: Step[] = [];

  const toWay = (outcome: Outcome): Way => {
    const { goTo } = outcome;
    if (goTo.kind === 'conclusion' && conclusions.has(goTo.conclusionId)) return { outcome, to: undefined, end: goTo };
    const to = goTo.kind === 'step' ? steps.get(goTo.stepId) : undefined;
    if (!to) return { outcome, to, end: { kind: 'nowhere' } };
    return inside.has(to.id)
      ? { outcome, to: undefined, end: { kind: 'back', stepId: to.id } }
      : { outcome, to, end: undefined };
  };

  // With a stack of its own: a plan may be a thousand steps deep.
  const stack: { readonly step: Step; next: number; readonly found: Way[] }[] = [];
  const enter = (step: Step) => {
    inside.add(step.id);
    stack.push({ step, next: 0, found: [] });
  };
  const first = steps.get(plan.startStepId);
  if (first) enter(first);
  for (let top = stack.at(-1); top; top = stack.at(-1)) {
    const outcome = top.step.outcomes[top.next];
    if (outcome) {
      const way = toWay(outcome);
      top.found.push(way);
      top.next += 1;
      if (way.to && !ways.has(way.to.id)) enter(way.to);
    } else {
      ways.set(top.step.id, top.found);
      inside.delete(top.step.id);
      left.push(top.step);
      stack.pop();
    }
  }
  return { steps: left.reverse(), ways };
}
