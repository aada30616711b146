import { reach } from '../../graph/index.js';
import type { Plan, Step } from '../document/plan.js';
import type { Finding, RuleName } from './finding.js';
import { findWays } from './ways.js';

const stepFinding = (rule: RuleName, step: Step, message: string, todo: string): Finding => ({
  rule,
  severity: 'error',
  at: { stepId: step.id },
  message,
  todo,
});

/** Steps that no trail ever comes to. */
export function unreachableSteps(plan: Plan): Finding[] {
  const { reachable } = findWays(plan);
  if (reachable.size === 0) return [];
  return plan.steps
    .filter(({ id }) => !reachable.has(id))
    .map((step) =>
      stepFinding(
        'unreachableStep',
        step,
        `No way leads to “${step.title}”.`,
        'Let an outcome lead to it, or delete it.',
      ),
    );
}

/** Steps from which a trail can go on, but never to a conclusion: in a circle, or to a dead end. */
export function endlessSteps(plan: Plan): Finding[] {
  const { concluding, next } = findWays(plan);
  return plan.steps
    .filter(({ id }) => !concluding.has(id))
    .map((step) =>
      reach(next.get(step.id) ?? [], next).has(step.id)
        ? stepFinding(
            'loopWithoutWayOut',
            step,
            `“${step.title}” is on a loop with no way out.`,
            'Let an outcome on the loop lead to another step or a conclusion.',
          )
        : stepFinding(
            'noWayToConclusion',
            step,
            `From “${step.title}” no conclusion can be reached.`,
            'Let one of the ways on from it end in a conclusion.',
          ),
    );
}
