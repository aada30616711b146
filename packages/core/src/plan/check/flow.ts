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
 * came. Ends because `join` can only go one way through finitely many values.
 */
export function flowForward<Value>(plan: Plan, { start, along, join }: Flow<Value>): ReadonlyMap<string, Value> {
  const { steps } = indexPlan(plan);
  const first = steps.has(plan.startStepId) ? [plan.startStepId] : [];
  const holds = new Map<string, Value>(first.map((id) => [id, start]));
  const waiting = new Set(first);
  for (const id of waiting) {
    waiting.delete(id);
    const [step, value] = [steps.get(id), holds.get(id) as Value];
    for (const outcome of step?.outcomes ?? []) {
      if (!step || outcome.goTo.kind !== 'step' || !steps.has(outcome.goTo.stepId)) continue;
      const [to, coming] = [outcome.goTo.stepId, along(value, step, outcome)];
      const known = holds.get(to);
      const joined = holds.has(to) ? join(known as Value, coming) : coming;
      if (holds.has(to) && joined === known) continue;
      holds.set(to, joined);
      waiting.add(to);
    }
  }
  return holds;
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
