import type { Outcome, Plan, Step } from '../plan.js';
import { indexPlan } from '../planIndex.js';

export interface Flow<Value> {
  /** What holds when the trail begins. */
  readonly start: Value;
  /** What holds after a step that ends in this outcome. */
  readonly along: (value: Value, step: Step, outcome: Outcome) => Value;
  /** What can be said where two ways meet; the first one itself where the second brings nothing new. */
  readonly join: (known: Value, coming: Value) => Value;
}

/**
 * Forward data-flow analysis to its fixed point: for each step that can be reached, what holds when a trail comes to it, whichever way it
 * came. Ends because `join` can only go one way through finitely many values. Steps are looked at in the order of the ways, so that without
 * returns one pass is enough.
 */
export function flowForward<Value>(plan: Plan, { start, along, join }: Flow<Value>): ReadonlyMap<string, Value> {
  const order = orderOf(plan);
  const holds = new Map<string, Value>(order.slice(0, 1).map(({ id }) => [id, start]));
  for (let isChanged = true; isChanged; ) {
    isChanged = false;
    for (const step of order) {
      const value = holds.get(step.id) as Value;
      for (const outcome of step.outcomes) {
        const to = outcome.goTo.kind === 'step' ? outcome.goTo.stepId : undefined;
        if (to === undefined || !indexPlan(plan).steps.has(to)) continue;
        const coming = along(value, step, outcome);
        const isKnown = holds.has(to);
        const joined = isKnown ? join(holds.get(to) as Value, coming) : coming;
        if (isKnown && joined === holds.get(to)) continue;
        holds.set(to, joined);
        isChanged = true;
      }
    }
  }
  return holds;
}

const orders = new WeakMap<Plan, readonly Step[]>();

/** The steps that can be reached, each after all that lead to it but for returns; made once for each document. */
function orderOf(plan: Plan): readonly Step[] {
  const known = orders.get(plan);
  if (known) return known;
  const { steps } = indexPlan(plan);
  const left: Step[] = [];
  const seen = new Set<string>();
  const stack: { readonly step: Step; at: number }[] = [];
  const enter = (id: string) => {
    const step = steps.get(id);
    if (!step || seen.has(id)) return;
    seen.add(id);
    stack.push({ step, at: 0 });
  };
  enter(plan.startStepId);
  for (let top = stack.at(-1); top; top = stack.at(-1)) {
    const outcome = top.step.outcomes[top.at];
    top.at += 1;
    if (!outcome) left.push((stack.pop() as typeof top).step);
    else if (outcome.goTo.kind === 'step') enter(outcome.goTo.stepId);
  }
  const order = left.reverse();
  orders.set(plan, order);
  return order;
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
