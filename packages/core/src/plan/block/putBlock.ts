import { toFormulaUnit } from '../../formula/index.js';
import { parseReading } from '../../reading/index.js';
import { failed, ok, type Result } from '../../result/index.js';
import type { BlockUse, GoTo, Outcome, Plan, Step, Suspect } from '../document/plan.js';
import { pinNamed } from '../document/planIndex.js';
import { resultAt } from '../edit/blockEnds.js';
import { leadTo } from '../edit/editSteps.js';
import { freeId } from '../edit/freeId.js';
import { withMissing } from '../edit/pasteSteps.js';
import { type Filling, fillStep, fillSuspect, fillText } from './fillIn.js';

/** A block that was put into a plan. */
export interface PutBlock {
  readonly plan: Plan;
  /** Where a trail comes into the block. */
  readonly firstStepId: string;
}

/** The ids of the blocks that a plan has in it, however deep. */
export const blocksIn = ({ uses }: Plan): ReadonlySet<string> =>
  new Set(uses.flatMap(({ blockId, within }) => [blockId, ...within]));

/** What a plan fills in to use a block, as it is before anybody has. */
export const newUse = (id: string, block: Plan, version: number): BlockUse => ({
  id,
  blockId: block.id,
  title: block.title,
  version,
  within: [...blocksIn(block)],
  inputs: [...(block.block?.inputs ?? []), ...block.inputs.filter(({ from }) => from === null)].map(({ id, name }) => ({
    id,
    name,
    value: '',
  })),
  suspects: block.suspects.map(({ id }) => ({ from: id, to: id })),
});

/** A text of a block as it stands with what has been filled in so far. */
export const fillIn = ({ inputs }: BlockUse, text: string): string =>
  fillText({ texts: new Map(inputs.map(({ id, value }) => [id, value])) }, text);

/** The same use of another version of the block: what was filled in stays, what the version asks for anew is open. */
export function useOfVersion(use: BlockUse, block: Plan, version: number): BlockUse {
  const fresh = newUse(use.id, block, version);
  const values = new Map(use.inputs.map(({ id, value }) => [id, value]));
  const suspects = new Map(use.suspects.map(({ from, to }) => [from, to]));
  return {
    ...fresh,
    inputs: fresh.inputs.map((input) => ({ ...input, value: values.get(input.id) ?? '' })),
    suspects: fresh.suspects.map(({ from, to }) => ({ from, to: suspects.get(from) ?? to })),
  };
}

/**
 * Puts a block into a plan, or brings the steps that came from it up to date: they keep their ids and the plan's ways out of them. A step
 * that the block no longer has goes; suspects, part cards and questions that the plan has not come along.
 * @returns a sentence where the block would be in itself
 */
export function putBlock(plan: Plan, block: Plan, use: BlockUse): Result<PutBlock, string> {
  if (block.id === plan.id || blocksIn(block).has(plan.id))
    return failed(`“${block.title}” has “${plan.title}” in it; a block cannot be in itself.`);
  const old = plan.steps.filter((step) => step.use?.useId === use.id);
  const stepIds = idsFor(plan, old, block);
  const filling = fillingFor(plan, block, use);
  const joined: Plan = {
    ...plan,
    suspects: withMissing(plan.suspects, suspectsFor(block, use, filling, stepIds)),
    partCards: withMissing(plan.partCards, block.partCards),
    inputs: withMissing(
      plan.inputs,
      block.inputs.filter(({ id }) => !filling.names.has(id)),
    ),
    uses: plan.uses.some(({ id }) => id === use.id)
      ? plan.uses.map((one) => (one.id === use.id ? use : one))
      : [...plan.uses, use],
  };
  const goals = goalsOf(old);
  const steps = block.steps.map((step) => placed(fillStep(filling, step), { use, stepIds, goals }));
  const put = { ...joined, steps: withSteps(joined, old, steps) };
  const firstStepId = stepIds.get(block.startStepId) ?? steps[0]?.id ?? '';
  return ok({ plan: { ...put, startStepId: put.startStepId || firstStepId }, firstStepId });
}

/** The same behind a step: its outcomes that lead nowhere yet lead into the block. */
export function putBlockAfter(
  plan: Plan,
  stepId: string | undefined,
  block: Plan,
  use: BlockUse,
): Result<PutBlock, string> {
  const put = putBlock(plan, block, use);
  const before = plan.steps.find(({ id }) => id === stepId);
  if (!put.ok || !before) return put;
  const { firstStepId } = put.value;
  const open = before.outcomes.filter(({ goTo }) => goTo.kind === 'nowhere');
  const led = open.reduce(
    (at, { id }) => leadTo(at, before.id, id, { kind: 'step', stepId: firstStepId }),
    put.value.plan,
  );
  return ok({ plan: led, firstStepId });
}

/** The steps of a use as the plan's own: they stay as they are, and no version of the block changes them. */
export const makeOwn = (plan: Plan, useId: string): Plan => ({
  ...plan,
  uses: plan.uses.filter(({ id }) => id !== useId),
  steps: plan.steps.map((step) => (step.use?.useId === useId ? { ...step, use: null } : step)),
});

/** Ids for the steps of a block in a plan: those that they have there already, or free ones. */
function idsFor(plan: Plan, old: readonly Step[], block: Plan): ReadonlyMap<string, string> {
  const ids = new Map(old.map((step) => [step.use?.stepId ?? '', step.id]));
  const taken = new Set(plan.steps.map(({ id }) => id));
  for (const { id } of block.steps) {
    if (ids.has(id)) continue;
    const free = freeId(id, taken);
    ids.set(id, free);
    taken.add(free);
  }
  return ids;
}

function fillingFor(plan: Plan, block: Plan, use: BlockUse): Filling {
  const elsewhere = plan.steps.filter((step) => step.use?.useId !== use.id);
  const taken = new Set([
    ...elsewhere.flatMap(({ readings }) => readings.map(({ id }) => id)),
    ...plan.inputs.map(({ id }) => id),
  ]);
  const names = new Map<string, string>();
  for (const { id } of block.steps.flatMap(({ readings }) => readings)) {
    if (names.has(id)) continue;
    const free = freeId(id, taken, '_');
    names.set(id, free);
    taken.add(free);
  }
  const texts = new Map<string, string>();
  const pins = new Map<string, { connectorId: string; pin: string }>();
  for (const { id, value } of use.inputs) {
    const asked = block.inputs.find((input) => input.id === id);
    const number = asked && numberIn(value, asked.unit);
    if (number !== undefined) names.set(id, number);
    const found = isPin(block, id) ? pinNamed(plan, value) : undefined;
    if (found) pins.set(id, { connectorId: found.connector.id, pin: found.pin.pin });
    texts.set(id, found ? `${found.connector.id}·${found.pin.pin}` : value);
  }
  return { texts, pins, names };
}

const isPin = ({ block }: Plan, inputId: string): boolean =>
  block?.inputs.some(({ id, is }) => id === inputId && is === 'pin') ?? false;

/** A number with its unit as a formula takes it: without prefix, in brackets, as it may be negative. */
function numberIn(text: string, unit: string): string | undefined {
  const reading = parseReading(text, { unit });
  return reading.ok && reading.value.kind === 'exact' ? `(${toFormulaUnit(reading.value.value, unit)})` : undefined;
}

const suspectsFor = (
  block: Plan,
  use: BlockUse,
  filling: Filling,
  stepIds: ReadonlyMap<string, string>,
): readonly Suspect[] =>
  block.suspects.map((suspect) => ({
    ...fillSuspect(filling, suspect),
    id: standsFor(use, suspect.id),
    proofStepIds: suspect.proofStepIds.map((id) => stepIds.get(id) ?? id),
  }));

const standsFor = (use: BlockUse, suspectId: string): string =>
  use.suspects.find(({ from }) => from === suspectId)?.to ?? suspectId;

/** Where the plan lets each result lead. */
const goalsOf = (old: readonly Step[]): ReadonlyMap<string, GoTo> =>
  new Map(
    old.flatMap((step) =>
      step.outcomes.flatMap(({ id, goTo }) => {
        const resultId = resultAt(step, id);
        return resultId === undefined ? [] : [[resultId, goTo] as const];
      }),
    ),
  );

interface Placing {
  readonly use: BlockUse;
  readonly stepIds: ReadonlyMap<string, string>;
  readonly goals: ReadonlyMap<string, GoTo>;
}

function placed(step: Step, { use, stepIds, goals }: Placing): Step {
  const inPlan = (ids: readonly string[]) => [...new Set(ids.map((id) => standsFor(use, id)))];
  const goalOf = ({ goTo }: Outcome): GoTo => {
    if (goTo.kind === 'conclusion') return goals.get(goTo.conclusionId) ?? { kind: 'nowhere' };
    const stepId = goTo.kind === 'step' ? stepIds.get(goTo.stepId) : undefined;
    return stepId === undefined ? { kind: 'nowhere' } : { kind: 'step', stepId };
  };
  return {
    ...step,
    id: stepIds.get(step.id) ?? step.id,
    readings: step.readings.map((reading) => ({
      ...reading,
      expects: reading.expects.map((one) => ({ ...one, suspectId: standsFor(use, one.suspectId) })),
    })),
    outcomes: step.outcomes.map((outcome) => ({
      ...outcome,
      clears: inPlan(outcome.clears),
      pointsTo: inPlan(outcome.pointsTo),
      expects: inPlan(outcome.expects),
      goTo: goalOf(outcome),
    })),
    use: {
      useId: use.id,
      stepId: step.id,
      ends: step.outcomes.flatMap(({ id, goTo }) =>
        goTo.kind === 'conclusion' ? [{ outcomeId: id, resultId: goTo.conclusionId }] : [],
      ),
    },
  };
}

/** The steps of a plan with those of a use in the place of the ones that it had; ways to a step that is gone lead nowhere. */
function withSteps(plan: Plan, old: readonly Step[], steps: readonly Step[]): readonly Step[] {
  const [firstOld] = old;
  if (!firstOld) return [...plan.steps, ...steps];
  const stay = new Set(steps.map(({ id }) => id));
  const gone = new Set(old.map(({ id }) => id).filter((id) => !stay.has(id)));
  const at = plan.steps.indexOf(firstOld);
  const others = (from: number, to?: number) => plan.steps.slice(from, to).filter((step) => !old.includes(step));
  return [...others(0, at), ...steps, ...others(at)].map((step) =>
    step.outcomes.some(({ goTo }) => goTo.kind === 'step' && gone.has(goTo.stepId))
      ? {
          ...step,
          outcomes: step.outcomes.map((outcome) =>
            outcome.goTo.kind === 'step' && gone.has(outcome.goTo.stepId)
              ? { ...outcome, goTo: { kind: 'nowhere' } as const }
              : outcome,
          ),
        }
      : step,
  );
}
