import { casesOfReading } from '../../spec/index.js';
import { outcomeFor, outcomeHolds } from '../document/outcomeFor.js';
import type { Outcome, Plan, Step } from '../document/plan.js';
import { indexPlan, isSameGoal } from '../document/planIndex.js';
import type { Finding } from './finding.js';
import { type Case, firstCases, takenOutcomes } from './takenOutcomes.js';

/** Outcomes that lead to nothing. */
export function outcomesWithoutTarget(plan: Plan): Finding[] {
  return plan.steps.flatMap((step) =>
    step.outcomes
      .filter((outcome) => !hasTarget(plan, outcome))
      .map((outcome, _, all) => ({
        rule: 'outcomeWithoutTarget' as const,
        severity: 'error' as const,
        at: { stepId: step.id, outcomeId: outcome.id },
        message: `${all.length === 1 ? 'An outcome' : 'One of the outcomes'} of “${step.title}” leads nowhere.`,
        todo: 'Choose the next step or a conclusion for it.',
      })),
  );
}

function hasTarget(plan: Plan, { goTo }: Outcome): boolean {
  const { steps, conclusions } = indexPlan(plan);
  if (goTo.kind === 'step') return steps.has(goTo.stepId);
  return goTo.kind === 'conclusion' && conclusions.has(goTo.conclusionId);
}

/** Readings that can come out so that no outcome holds. One finding a step, with the first such case. */
export function casesLeftOpen(plan: Plan): Finding[] {
  return plan.steps.flatMap((step) => {
    const open = firstOpenCase(step);
    if (open === undefined) return [];
    const message =
      step.outcomes.length === 0
        ? `“${step.title}” has no outcome.`
        : `“${step.title}” has no outcome for ${sayCase(step, open)}.`;
    return [
      {
        rule: 'caseLeftOpen' as const,
        severity: 'error' as const,
        at: { stepId: step.id },
        message: message,
        todo: 'Add an outcome for this case, or one without a condition at the end.',
      },
    ];
  });
}

/** Outcomes that no case comes to, as earlier ones take them all: dead branches, which read as if they counted. */
export function outcomesNeverTaken(plan: Plan): Finding[] {
  return plan.steps.flatMap((step) => {
    const taken = new Set(takenOutcomes(step));
    return step.outcomes
      .filter((outcome) => !taken.has(outcome))
      .map((outcome) => ({
        rule: 'outcomeNeverTaken' as const,
        severity: 'warning' as const,
        at: { stepId: step.id, outcomeId: outcome.id },
        message: `Outcome ${step.outcomes.indexOf(outcome) + 1} of “${step.title}” is never taken.`,
        todo: 'Move it above the outcome that takes its cases, change its condition, or delete it.',
      }));
  });
}

/**
 * Two outcomes with conditions on the same readings that hold in the same case and lead to different places: which one is meant depends on
 * their order alone. Where the readings differ, the order is how an author says which counts more.
 */
export function outcomesOverlap(plan: Plan): Finding[] {
  return plan.steps.flatMap((step) => {
    const both = firstOverlap(step);
    if (!both) return [];
    const [first, second] = both.outcomes.map((outcome) => step.outcomes.indexOf(outcome) + 1);
    return [
      {
        rule: 'outcomesOverlap' as const,
        severity: 'warning' as const,
        at: { stepId: step.id, outcomeId: both.outcomes[1].id },
        message: `Outcomes ${first} and ${second} of “${step.title}” both hold for ${sayCase(step, both.one)}.`,
        todo: 'Take the case off one of them; as it stands, the upper one is taken.',
      },
    ];
  });
}

function firstOverlap(step: Step): { one: Case; outcomes: readonly [Outcome, Outcome] } | undefined {
  const conditioned = step.outcomes.filter(({ when }) => when.length > 0);
  for (const one of firstCases(step)) {
    const [first, ...others] = conditioned.filter((outcome) => outcomeHolds(outcome, one));
    const second = others.find((other) => first && asksTheSame(other, first) && !isSameGoal(other.goTo, first.goTo));
    if (first && second) return { one, outcomes: [first, second] };
  }
  return undefined;
}

const asksTheSame = (a: Outcome, b: Outcome): boolean =>
  a.when.length === b.when.length &&
  a.when.every(({ readingId }) => b.when.some((condition) => condition.readingId === readingId));

const firstOpenCase = (step: Step): Case | undefined => firstCases(step).find((one) => !outcomeFor(step, one));

function sayCase(step: Step, found: Case): string {
  const parts = step.readings.map((reading) => {
    const { id, name } = reading;
    const zone = casesOfReading(reading).find((candidate) => candidate.id === found.get(id));
    return `${name || id} “${zone?.name || zone?.id}”`;
  });
  return parts.length > 0 ? parts.join(' with ') : 'going on';
}
