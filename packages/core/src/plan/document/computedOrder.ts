import { namesUsedBy } from './namesUsedBy.js';
import type { Plan, Step, StepReading } from './plan.js';

/** The computed readings of a step: in an order in which each comes after those that it needs, and those that need themselves. */
export interface ComputedOrder {
  readonly ordered: readonly StepReading[];
  /** They go in a circle, each needing another one of them: none can be computed. */
  readonly inCircles: readonly StepReading[];
}

export function computedOrder({ inputs }: Pick<Plan, 'inputs'>, step: Step): ComputedOrder {
  const computed = step.readings.filter(({ derivedFrom }) => derivedFrom !== null);
  const needs = new Map(
    computed.map((reading) => [
      reading.id,
      namesUsedBy(reading).map((name) => inputs.find(({ id }) => id === name)?.from ?? name),
    ]),
  );
  const ordered: StepReading[] = [];
  let left = computed;
  for (let before = -1; before !== ordered.length; ) {
    before = ordered.length;
    const open = new Set(left.map(({ id }) => id));
    const free = left.filter(({ id }) => !needs.get(id)?.some((name) => open.has(name)));
    ordered.push(...free);
    left = left.filter((reading) => !free.includes(reading));
  }
  return { ordered, inCircles: left };
}
