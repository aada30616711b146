import { vehicleStates } from '../../vehicleState/index.js';
import type { Conclusion, Outcome, Plan, Step } from '../document/plan.js';
import { indexPlan } from '../document/planIndex.js';
import type { Finding } from './finding.js';
import { flowForward, intersection, type Names, union } from './flow.js';
import { takenOutcomes } from './takenOutcomes.js';
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
      message: `No way through the plan concludes “${name}”.`,
      todo: 'Let an outcome lead to a conclusion that names it, or take it off the list.',
    }));
}

interface End {
  readonly step: Step;
  readonly outcome: Outcome;
  readonly conclusion: Conclusion;
}

function reachableEnds(plan: Plan): End[] {
  const { conclusions } = indexPlan(plan);
  const { reachable } = findWays(plan);
  return plan.steps
    .filter(({ id }) => reachable.has(id))
    .flatMap((step) =>
      takenOutcomes(step).flatMap((outcome) => {
        const conclusion = outcome.goTo.kind === 'conclusion' ? conclusions.get(outcome.goTo.conclusionId) : undefined;
        return conclusion ? [{ step, outcome, conclusion }] : [];
      }),
    );
}

const nobody: Names = new Set();

/**
 * Conclusions that name a suspect which some way to them has cleared: an error where it was cleared last, as the line-up strikes it through
 * then; a warning where it was pointed to again, and so taken up again.
 */
export function concludedAfterCleared(plan: Plan): Finding[] {
  const clearedOnce = flowForward(plan, {
    start: nobody,
    along: (names, _, { clears }) => union(names, clears),
    join: union,
  });
  const clearedLast = flowForward(plan, {
    start: nobody,
    along: (names, _, outcome) => lastCleared(names, outcome),
    join: union,
  });
  const { suspects } = indexPlan(plan);
  return reachableEnds(plan).flatMap(({ step, outcome, conclusion }) =>
    conclusion.suspectIds.flatMap((id): Finding[] => {
      if (!suspects.has(id)) return [];
      const at = { stepId: step.id, outcomeId: outcome.id, suspectId: id };
      const message = `“${step.title}” concludes “${suspects.get(id)?.name}”, which a way to it has cleared${sayWhere(plan, id)}`;
      if (lastCleared(clearedLast.get(step.id) ?? nobody, outcome).has(id))
        return [
          {
            rule: 'concludedAfterCleared',
            severity: 'error',
            at,
            message: `${message}.`,
            todo: 'Take it off what is cleared there, or let that way end in another conclusion.',
          },
        ];
      if (!union(clearedOnce.get(step.id) ?? nobody, outcome.clears).has(id)) return [];
      return [
        {
          rule: 'clearedAndPointedTo',
          severity: 'warning',
          at,
          message: `${message}, and then pointed to again.`,
          todo: 'Take it off what is cleared there, if that reading does not really rule it out.',
        },
      ];
    }),
  );
}

/** What is cleared after an outcome; as in the line-up, what it points to is taken up again. */
function lastCleared(before: Names, { clears, pointsTo }: Outcome): Names {
  const cleared = union(before, clears);
  const left = [...cleared].filter((id) => clears.includes(id) || !pointsTo.includes(id));
  return left.length === cleared.size ? cleared : new Set(left);
}

/**
 * Suspects that a step clears, or points to, whatever it reads: what is the same in every case was not found out by the reading. A step with
 * one outcome and something read is one of them.
 */
export function sameWhateverTheReading(plan: Plan): Finding[] {
  const { suspects } = indexPlan(plan);
  return plan.steps.flatMap((step) => {
    const outcomes = takenOutcomes(step);
    if (step.readings.length === 0 || outcomes.length === 0) return [];
    const inAll = (of: (outcome: Outcome) => readonly string[]) =>
      [...suspects.keys()].filter((id) => outcomes.every((outcome) => of(outcome).includes(id)));
    const finding = (id: string, does: string): Finding => ({
      rule: 'sameWhateverTheReading',
      severity: 'warning',
      at: { stepId: step.id, suspectId: id },
      message: `“${step.title}” ${does} “${suspects.get(id)?.name || id}” whatever it reads.`,
      todo: 'Leave it out where the reading does not show it, or add the case in which it is otherwise.',
    });
    return [
      ...inAll(({ clears }) => clears).map((id) => finding(id, 'clears')),
      ...inAll(({ pointsTo }) => pointsTo).map((id) => finding(id, 'points to')),
    ];
  });
}

function sayWhere(plan: Plan, suspectId: string): string {
  const step = plan.steps.find(({ outcomes }) => outcomes.some(({ clears }) => clears.includes(suspectId)));
  return step ? ` at “${step.title}”` : '';
}

interface Known {
  /** Suspects that every way so far has pointed to. */
  readonly pointedTo: Names;
  /** Suspects that every way so far has cleared. */
  readonly cleared: Names;
}

const after = ({ pointedTo, cleared }: Known, { pointsTo, expects, clears }: Outcome): Known => ({
  pointedTo: union(pointedTo, [...pointsTo, ...expects]),
  cleared: union(cleared, clears),
});

function inBoth(known: Known, coming: Known): Known {
  const pointedTo = intersection(known.pointedTo, coming.pointedTo);
  const cleared = intersection(known.cleared, coming.cleared);
  return pointedTo === known.pointedTo && cleared === known.cleared ? known : { pointedTo, cleared };
}

/**
 * Conclusions that are presumed: on some way to them nothing points to the suspect, and the others are not all cleared either.
 * A way that only leaves one suspect over supports it as well as one that points to it.
 */
export function unsupportedConclusions(plan: Plan): Finding[] {
  const { suspects } = indexPlan(plan);
  const known = flowForward(plan, {
    start: { pointedTo: nobody, cleared: nobody },
    along: (value, _, outcome) => after(value, outcome),
    join: inBoth,
  });
  return reachableEnds(plan).flatMap(({ step, outcome, conclusion }) => {
    const before = known.get(step.id);
    const { pointedTo, cleared } = before ? after(before, outcome) : { pointedTo: nobody, cleared: nobody };
    const isOver = plan.suspects.every(({ id }) => cleared.has(id) || conclusion.suspectIds.includes(id));
    return conclusion.suspectIds
      .filter((id) => suspects.has(id) && !pointedTo.has(id) && !isOver)
      .map((id) => ({
        rule: 'unsupportedConclusion' as const,
        severity: 'warning' as const,
        at: { stepId: step.id, outcomeId: outcome.id, suspectId: id },
        message: `“${step.title}” concludes “${suspects.get(id)?.name}” though nothing on some way to it points there.`,
        todo: 'Let an outcome on every way point to it, or add a step that proves it.',
      }));
  });
}

/** Suspects of which nobody could say whether their repair has helped: nothing that can be measured again, and nothing said. */
export function repairsWithoutProof(plan: Plan): Finding[] {
  const { reachable } = findWays(plan);
  const measured = new Set(
    plan.steps
      .filter(({ id, readings }) => reachable.has(id) && readings.some(({ spec }) => spec.kind !== 'choice'))
      .flatMap((step) => takenOutcomes(step).flatMap(({ pointsTo }) => pointsTo)),
  );
  return plan.suspects
    .filter(
      ({ id, afterRepair, tasks, proofStepIds }) =>
        afterRepair.trim() === '' && tasks.length === 0 && proofStepIds.length === 0 && !measured.has(id),
    )
    .map(({ id, name }) => ({
      rule: 'repairWithoutProof' as const,
      severity: 'warning' as const,
      at: { suspectId: id },
      message: `Nothing proves that the repair of “${name}” has helped: no reading points to it that could be taken again.`,
      todo: 'Say under “after the repair” how it is proved, name a step that proves it, or let a measured step point to it.',
    }));
}

/** Causes that the plan can come to, and of which it does not say what to do. */
export function causesWithoutRepair(plan: Plan): Finding[] {
  const concluded = new Set(plan.conclusions.flatMap(({ suspectIds }) => suspectIds));
  return plan.suspects
    .filter(({ id, repair }) => concluded.has(id) && repair.trim() === '')
    .map(({ id, name }) => ({
      rule: 'causeWithoutRepair' as const,
      severity: 'warning' as const,
      at: { suspectId: id },
      message: `“${name}” can be the cause, and nothing says how it is repaired.`,
      todo: 'Write its repair.',
    }));
}

/** Work afterwards that needs a state which every vehicle does not have, and into which no step brings it. */
export function tasksNeedingUnknownStates(plan: Plan): Finding[] {
  const made = new Set(plan.steps.flatMap(({ needs }) => needs.map(({ what, is }) => `${what} ${is}`)));
  return plan.suspects.flatMap(({ id, name, tasks }) =>
    tasks
      .flatMap(({ needs }) => needs)
      .filter(({ what, is }) => !(vehicleStates[what]?.choices.includes(is) ?? false) && !made.has(`${what} ${is}`))
      .map(({ what, is }) => ({
        rule: 'taskNeedsUnknownState' as const,
        severity: 'warning' as const,
        at: { suspectId: id },
        message: `Work after the repair of “${name}” needs ${what} ${is}, and no step of the plan makes it so.`,
        todo: 'Say the state as a step does, or add the step that makes it so.',
      })),
  );
}
