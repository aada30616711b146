import type { Conclusion, Outcome, Plan } from '../plan.js';
import { indexPlan } from '../planIndex.js';
import type { Finding } from './finding.js';
import { findWays } from './ways.js';

/** Suspects that no reachable way ends at: the plan lists them, but can never find them. */
export function suspectsNeverConcluded(plan: Plan): Finding[] {
  const found = new Set(reachableEnds(plan).flatMap(({ conclusion }) => conclusion.suspectIds));
  return plan.suspects
    .filter(({ id }) => !found.has(id))
    .map(({ id, name }) => ({
      rule: 'suspectNeverConcluded' as const,
      severity: 'error' as const,
      at: { suspectId: id },
      says: `No way through the plan concludes “${name}”.`,
      todo: 'Let an outcome lead to a conclusion that names it, or take it off the list.',
    }));
}

interface End {
  readonly stepId: string;
  readonly outcome: Outcome;
  readonly conclusion: Conclusion;
}

function reachableEnds(plan: Plan): End[] {
  const { conclusions } = indexPlan(plan);
  const { reachable } = findWays(plan);
  return plan.steps
    .filter(({ id }) => reachable.has(id))
    .flatMap((step) =>
      step.outcomes.flatMap((outcome) => {
        const conclusion = outcome.goTo.kind === 'conclusion' ? conclusions.get(outcome.goTo.conclusionId) : undefined;
        return conclusion ? [{ stepId: step.id, outcome, conclusion }] : [];
      }),
    );
}

/** Conclusions that name a suspect which some way to them has cleared. */
export function concludedAfterCleared(plan: Plan): Finding[] {
  const cleared = clearedOnSomeWay(plan);
  const { suspects, steps } = indexPlan(plan);
  return reachableEnds(plan).flatMap(({ stepId, outcome, conclusion }) =>
    conclusion.suspectIds
      .filter((id) => suspects.has(id) && (outcome.clears.includes(id) || cleared.get(stepId)?.has(id)))
      .map((id) => ({
        rule: 'concludedAfterCleared' as const,
        severity: 'error' as const,
        at: { stepId, outcomeId: outcome.id, suspectId: id },
        says: `“${steps.get(stepId)?.title}” concludes “${suspects.get(id)?.name}”, which a way to it has cleared${sayWhere(plan, id)}.`,
        todo: 'Take it off what is cleared there, or let that way end in another conclusion.',
      })),
  );
}

function sayWhere(plan: Plan, suspectId: string): string {
  const step = plan.steps.find(({ outcomes }) => outcomes.some(({ clears }) => clears.includes(suspectId)));
  return step ? ` at “${step.title}”` : '';
}

/** For each step, the suspects that at least one way to it has cleared before: a forward data-flow analysis to its fixed point. */
function clearedOnSomeWay(plan: Plan): ReadonlyMap<string, ReadonlySet<string>> {
  const { steps } = indexPlan(plan);
  const cleared = new Map<string, Set<string>>(plan.steps.map(({ id }) => [id, new Set()]));
  const waiting = new Set(findWays(plan).reachable);
  for (const id of waiting) {
    waiting.delete(id);
    for (const { goTo, clears } of steps.get(id)?.outcomes ?? []) {
      if (goTo.kind !== 'step') continue;
      if (addAll(cleared.get(goTo.stepId), cleared.get(id), clears)) waiting.add(goTo.stepId);
    }
  }
  return cleared;
}

/** Adds all to a set; whether that changed it. */
function addAll(set: Set<string> | undefined, ...more: (Iterable<string> | undefined)[]): boolean {
  if (!set) return false;
  const before = set.size;
  for (const ids of more) for (const id of ids ?? []) set.add(id);
  return set.size > before;
}
