import { array, string } from 'yup';
import { failed, type Result } from '../../result/index.js';
import { type Checked, closedObject, sayFaults, validate } from '../../schema/index.js';
import { hookUpsOf } from '../document/hookUpsOf.js';
import { partCardSchema } from '../document/partCard.js';
import {
  conclusionSchema,
  type Outcome,
  type Plan,
  type Step,
  type StepReading,
  type Suspect,
  stepSchema,
  suspectSchema,
} from '../document/plan.js';
import { indexPlan } from '../document/planIndex.js';
import { suspectsNamedBy } from '../document/suspectsNamedBy.js';
import { freeId } from './freeId.js';

const stepsFormat = 'probe-trail-steps';

/** Steps on their way from one plan to another, with what they refer to. */
const copiedStepsSchema = closedObject({
  format: string()
    .required()
    .oneOf([stepsFormat] as const),
  steps: array(stepSchema.required()).required().min(1).max(1000),
  suspects: array(suspectSchema.required()).required().max(300),
  conclusions: array(conclusionSchema.required()).required().max(300),
  partCards: array(partCardSchema.required()).required().max(300),
});

export type CopiedSteps = Checked<typeof copiedStepsSchema>;

/** The part cards on which known-good captures of a reading stand. */
const goodOnesOf = ({ capture }: StepReading): readonly string[] =>
  capture?.measure.kind === 'reference' ? [capture.measure.partCardId] : [];

/** Steps of a plan as they are put on the clipboard, with the suspects, conclusions and part cards that they name. */
export function copySteps(plan: Plan, stepIds: ReadonlySet<string>): CopiedSteps {
  const steps = plan.steps.filter(({ id }) => stepIds.has(id));
  const outcomes = steps.flatMap((step) => step.outcomes);
  const ends = new Set(outcomes.flatMap(({ goTo }) => (goTo.kind === 'conclusion' ? [goTo.conclusionId] : [])));
  const conclusions = plan.conclusions.filter(({ id }) => ends.has(id));
  const suspects = new Set([...steps.flatMap(suspectsNamedBy), ...conclusions.flatMap(({ suspectIds }) => suspectIds)]);
  const cards = new Set(
    steps.flatMap(({ partCardIds, readings }) => [...partCardIds, ...readings.flatMap(goodOnesOf)]),
  );
  const connectors = new Set(
    steps
      .flatMap(hookUpsOf)
      .flatMap(({ leads }) => leads.flatMap(({ at }) => (at.kind === 'pin' ? [at.connectorId] : []))),
  );
  return {
    format: stepsFormat,
    steps,
    conclusions,
    suspects: plan.suspects.filter(({ id }) => suspects.has(id)),
    partCards: plan.partCards.filter(
      (card) => cards.has(card.id) || card.connectors.some(({ id }) => connectors.has(id)),
    ),
  };
}

/** Reads the clipboard: steps that were copied here or in another plan; a sentence for everything else. */
export function readCopiedSteps(text: string): Result<CopiedSteps, string> {
  const nothing = 'There are no steps on the clipboard: copy them on a map first.';
  if (!text.includes(stepsFormat)) return failed(nothing);
  try {
    const copied = validate(copiedStepsSchema, JSON.parse(text));
    return copied.ok ? copied : failed(`The steps on the clipboard have faults: ${sayFaults(copied.problem)}.`);
  } catch {
    // Text that only speaks of such steps.
    return failed(nothing);
  }
}

export interface Pasted {
  readonly plan: Plan;
  /** The steps as they are called now. */
  readonly stepIds: readonly string[];
}

/**
 * Puts copied steps into a plan. Steps get new ids where theirs are taken; ways between them stay, others lead nowhere unless the plan has
 * their goal. Suspects, conclusions and part cards that the plan has stay as they are there; others come along. A copy of a block's step is the plan's own.
 */
export function pasteSteps(plan: Plan, copied: CopiedSteps): Pasted {
  const taken = new Set(plan.steps.map(({ id }) => id));
  const newIds = new Map<string, string>();
  for (const { id } of copied.steps) {
    newIds.set(id, freeId(id, taken));
    taken.add(newIds.get(id) ?? id);
  }
  const there = new Set(plan.steps.map(({ id }) => id));
  const suspectHere = (suspect: Suspect): Suspect => ({
    ...suspect,
    proofStepIds: suspect.proofStepIds.flatMap((id) => newIds.get(id) ?? (there.has(id) ? id : [])),
  });
  const joined: Plan = {
    ...plan,
    suspects: withMissing(plan.suspects, copied.suspects.map(suspectHere)),
    conclusions: withMissing(plan.conclusions, copied.conclusions),
    partCards: withMissing(plan.partCards, copied.partCards),
  };
  const steps = copied.steps.map((step) => renamed(joined, step, newIds));
  return {
    plan: { ...joined, steps: [...plan.steps, ...steps], startStepId: plan.startStepId || (steps[0]?.id ?? '') },
    stepIds: steps.map(({ id }) => id),
  };
}

/** Items with those that are missing among them, by their ids; what is there stays as it is. */
export function withMissing<Item extends { readonly id: string }>(
  items: readonly Item[],
  coming: readonly Item[],
): readonly Item[] {
  const known = new Set(items.map(({ id }) => id));
  const missing = coming.filter(({ id }) => !known.has(id));
  return missing.length === 0 ? items : [...items, ...missing];
}

function renamed(plan: Plan, step: Step, newIds: ReadonlyMap<string, string>): Step {
  const { steps } = indexPlan(plan);
  const goalOf = ({ goTo }: Outcome): Outcome['goTo'] => {
    if (goTo.kind !== 'step') return goTo;
    const stepId = newIds.get(goTo.stepId) ?? (steps.has(goTo.stepId) ? goTo.stepId : undefined);
    return stepId === undefined ? { kind: 'nowhere' } : { kind: 'step', stepId };
  };
  return {
    ...step,
    id: newIds.get(step.id) ?? step.id,
    use: null,
    outcomes: step.outcomes.map((outcome) => ({ ...outcome, goTo: goalOf(outcome) })),
  };
}
