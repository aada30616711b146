import { reach } from '../../graph/index.js';
import { cutsOf } from '../../spec/index.js';
import { convert, unitOf } from '../../units/index.js';
import { proposedAction } from '../../vehicleState/index.js';
import { blankOutcome } from '../document/blankPlan.js';
import type { Need, Plan } from '../document/plan.js';
import { indexPlan } from '../document/planIndex.js';
import { changeOutcome, changeStep } from '../edit/editSteps.js';
import { freeId } from '../edit/freeId.js';
import type { Finding, RuleName } from './finding.js';
import { tellsOf } from './stateRules.js';
import { findWays } from './ways.js';

/** What one click does about a finding: how it is called, and the plan after it. */
export interface Mend {
  readonly label: string;
  readonly plan: Plan;
}

type MendRule = (plan: Plan, finding: Finding) => Mend | undefined;

/** The mend of a finding; `undefined` where it takes an author's judgement. */
export const mendOf = (plan: Plan, finding: Finding): Mend | undefined => mends[finding.rule]?.(plan, finding);

const mends: Partial<Record<RuleName, MendRule>> = {
  nothingToFollow: (plan) =>
    plan.steps[0] && {
      label: `Begin with “${plan.steps[0].title}”`,
      plan: { ...plan, startStepId: plan.steps[0].id },
    },
  unreachableStep: (plan, { at }) => ({
    label: 'Delete the step',
    plan: { ...plan, steps: plan.steps.filter(({ id }) => id !== at.stepId) },
  }),
  caseLeftOpen: (plan, { at }) => ({
    label: 'Add an outcome for the rest',
    plan: changeStep(plan, at.stepId, (step) => ({
      ...step,
      outcomes: [...step.outcomes, blankOutcome(freeId('rest', new Set(step.outcomes.map(({ id }) => id))))],
    })),
  }),
  outcomeNeverTaken: (plan, { at }) => ({
    label: 'Delete the outcome',
    plan: changeStep(plan, at.stepId, (step) => ({
      ...step,
      outcomes: step.outcomes.filter(({ id }) => id !== at.outcomeId),
    })),
  }),
  outcomesOverlap: (plan, { at }) => takeCasesOff(plan, at.stepId, at.outcomeId),
  unknownReference: (plan, { at }) => withoutUnknown(plan, at.stepId, at.conclusionId),
  concludedAfterCleared: (plan, { at }) => ({
    label: 'Clear it on no way to here',
    plan: clearNowhereBefore(plan, at.stepId ?? '', at.suspectId ?? ''),
  }),
  clearedAndPointedTo: (plan, { at }) => ({
    label: 'Clear it on no way to here',
    plan: clearNowhereBefore(plan, at.stepId ?? '', at.suspectId ?? ''),
  }),
  unsupportedConclusion: (plan, { at }) => ({
    label: 'Let this outcome point to it',
    plan: changeOutcome(plan, at.stepId, at.outcomeId, (outcome) => ({
      ...outcome,
      pointsTo: [...outcome.pointsTo, at.suspectId ?? ''],
    })),
  }),
  limitNarrowerThanAccuracy: (plan) => ({
    label: 'Ask for a better instrument where it is too close to call',
    plan: { ...plan, tooClose: 'betterInstrument' },
  }),
  resistanceMeasuredLive: (plan, { at }) => ignitionOff(plan, at.stepId),
  unpluggedLive: (plan, { at }) => ignitionOff(plan, at.stepId),
  stateUntold: (plan, { at }) => tellState(plan, at.stepId),
  beyondTheHookUp: (plan, { at }) => widenRange(plan, at.stepId),
};

/** Takes off an outcome the cases of those above it; only where one reading decides, as otherwise it is not said which case is meant. */
function takeCasesOff(plan: Plan, stepId: string | undefined, outcomeId: string | undefined): Mend | undefined {
  const step = indexPlan(plan).steps.get(stepId ?? '');
  const index = step?.outcomes.findIndex(({ id }) => id === outcomeId) ?? -1;
  const condition = step?.outcomes[index]?.when[0];
  if (!step || !condition || step.outcomes[index]?.when.length !== 1) return undefined;
  const above = step.outcomes
    .slice(0, index)
    .filter(({ when }) => when.length === 1)
    .flatMap(({ when }) => when.filter(({ readingId }) => readingId === condition.readingId))
    .flatMap(({ zoneIds }) => zoneIds);
  const zoneIds = condition.zoneIds.filter((id) => !above.includes(id));
  return {
    label: 'Take the case off the lower one',
    plan: changeOutcome(plan, stepId, outcomeId, (outcome) => ({ ...outcome, when: [{ ...condition, zoneIds }] })),
  };
}

function withoutUnknown(plan: Plan, stepId: string | undefined, conclusionId: string | undefined): Mend {
  const { suspects, partCards } = indexPlan(plan);
  const known = (ids: readonly string[]) => ids.filter((id) => suspects.has(id));
  const mended = changeStep(plan, stepId, (step) => ({
    ...step,
    partCardIds: step.partCardIds.filter((id) => partCards.has(id)),
    readings: step.readings.map((reading) => ({
      ...reading,
      expects: reading.expects.filter(({ suspectId }) => suspects.has(suspectId)),
    })),
    outcomes: step.outcomes.map((outcome) => ({
      ...outcome,
      clears: known(outcome.clears),
      pointsTo: known(outcome.pointsTo),
      expects: known(outcome.expects),
    })),
  }));
  return {
    label: 'Take off what the plan does not have',
    plan: {
      ...mended,
      paths: mended.paths.map((path) => ({
        ...path,
        sections: path.sections.map((section) => ({ ...section, suspectIds: known(section.suspectIds) })),
      })),
      conclusions: mended.conclusions.map((conclusion) =>
        conclusion.id === conclusionId ? { ...conclusion, suspectIds: known(conclusion.suspectIds) } : conclusion,
      ),
    },
  };
}

function clearNowhereBefore(plan: Plan, stepId: string, suspectId: string): Plan {
  const { next } = findWays(plan);
  return {
    ...plan,
    steps: plan.steps.map((step) =>
      reach([step.id], next).has(stepId)
        ? {
            ...step,
            outcomes: step.outcomes.map((outcome) => ({
              ...outcome,
              clears: outcome.clears.filter((id) => id !== suspectId),
            })),
          }
        : step,
    ),
  };
}

const withNeed = (needs: readonly Need[], what: string, is: string): readonly Need[] => [
  ...needs.filter((need) => need.what !== what && !(what === 'ignition' && need.what === 'engine')),
  { what, is, does: proposedAction(what, is), settleSeconds: null },
];

const ignitionOff = (plan: Plan, stepId: string | undefined): Mend => ({
  label: 'Ask for the ignition off',
  plan: changeStep(plan, stepId, (step) => ({ ...step, needs: withNeed(step.needs, 'ignition', 'off') })),
});

function tellState(plan: Plan, stepId: string | undefined): Mend | undefined {
  const step = indexPlan(plan).steps.get(stepId ?? '');
  const told = step && tellsOf(step);
  return (
    told && {
      label: `Ask for the ${told.what} ${told.is}`,
      plan: changeStep(plan, stepId, (one) => ({ ...one, needs: withNeed(one.needs, told.what, told.is) })),
    }
  );
}

/** The smallest range of 2, 20, 200 … in the unit of the hook-up that holds every limit of the step. */
function widenRange(plan: Plan, stepId: string | undefined): Mend | undefined {
  const step = indexPlan(plan).steps.get(stepId ?? '');
  const range = step?.hookUp?.range;
  if (!step || !range) return undefined;
  const limits = step.readings.flatMap(({ spec }) => {
    if (!('unit' in spec)) return [];
    return cutsOf(spec).flatMap((cut) => {
      const inUnit = convert(Math.abs(cut), unitOf(spec.unit), unitOf(range.unit));
      return inUnit.ok ? [inUnit.value] : [];
    });
  });
  const largest = Math.max(0, ...limits);
  if (largest <= range.value) return undefined;
  const value = 2 * 10 ** Math.ceil(Math.log10(largest / 2));
  return {
    label: `Set the range to ${value} ${range.unit}`,
    plan: changeStep(plan, stepId, (one) => ({
      ...one,
      hookUp: one.hookUp && { ...one.hookUp, range: { ...range, value } },
    })),
  };
}
