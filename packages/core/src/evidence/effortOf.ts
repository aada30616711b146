import { indexPlan, type Plan, type Step, type Suspect } from '../plan/index.js';
import { chanceOf } from './lineUp.js';

/** What following a plan to its end takes. */
export interface Effort {
  /** Minutes of the shortest and the longest way to a conclusion; a way does not enter a step twice. */
  readonly shortestMinutes: number;
  readonly longestMinutes: number;
  /** Minutes on average, each suspect being the cause as often as its weight says. */
  readonly expectedMinutes: number;
  readonly tools: readonly string[];
}

/** Minutes and tools of a plan; all zero for one that nobody can follow. */
export function effortOf(plan: Plan): Effort {
  const total = plan.suspects.reduce((sum, { weight }) => sum + weight, 0);
  const expected = plan.suspects.reduce(
    (sum, suspect) => sum + (suspect.weight / total) * expectedFor(plan, suspect),
    0,
  );
  return {
    shortestMinutes: extremeMinutes(plan, Math.min),
    longestMinutes: extremeMinutes(plan, Math.max),
    expectedMinutes: Math.round(expected),
    tools: [...new Set(plan.steps.flatMap(({ effort }) => effort.tools))].sort(),
  };
}

/** Minutes from the start to the end along the ways that `pick` prefers. */
function extremeMinutes(plan: Plan, pick: (...minutes: number[]) => number): number {
  return walkOnce(plan, (step, minutesFrom) => {
    const ways = step.outcomes.map(({ goTo }) => (goTo.kind === 'step' ? minutesFrom(goTo.stepId) : 0));
    return ways.length === 0 ? 0 : pick(...ways);
  });
}

/** Minutes on average when this suspect is the cause: every outcome as likely as it is then. */
function expectedFor(plan: Plan, { id }: Suspect): number {
  return walkOnce(plan, (step, minutesFrom) => {
    const chances = step.outcomes.map((outcome) => chanceOf(outcome, step, id));
    const sum = chances.reduce((a, b) => a + b, 0);
    return step.outcomes.reduce((minutes, { goTo }, at) => {
      const chance = (chances[at] ?? 0) / sum;
      return goTo.kind === 'step' ? minutes + chance * minutesFrom(goTo.stepId) : minutes;
    }, 0);
  });
}

type MinutesFrom = (stepId: string) => number;

/** Minutes from the first step on: those of each step, and what `after` says of its ways. A step that is met again on its own way adds nothing. */
function walkOnce(plan: Plan, after: (step: Step, minutesFrom: MinutesFrom) => number): number {
  const { steps } = indexPlan(plan);
  const known = new Map<string, number>();
  const minutesFrom: MinutesFrom = (stepId) => {
    const before = known.get(stepId);
    if (before !== undefined) return before;
    known.set(stepId, 0);
    const step = steps.get(stepId);
    const minutes = step ? step.effort.minutes + after(step, minutesFrom) : 0;
    known.set(stepId, minutes);
    return minutes;
  };
  return minutesFrom(plan.startStepId);
}
