import { placeholdersIn } from '../block/fillIn.js';
import { blocksIn } from '../block/putBlock.js';
import type { Plan } from '../document/plan.js';
import { textsOf } from '../document/stepFields.js';
import type { Finding } from './finding.js';

/** A block that has itself in it, which only a file can bring about. */
export const blocksInThemselves = (plan: Plan): Finding[] =>
  blocksIn(plan).has(plan.id)
    ? [
        {
          rule: 'blockInItself',
          severity: 'error',
          at: {},
          message: `“${plan.title}” has itself in it.`,
          todo: 'Take the block out whose steps come from this one, or make its steps the own ones here.',
        },
      ]
    : [];

/** What a block asks for, and nobody has filled in where it is used. */
export const inputsLeftOpen = (plan: Plan): Finding[] =>
  plan.uses.flatMap((use) => {
    const steps = plan.steps.filter((step) => step.use?.useId === use.id);
    const open = new Set(steps.flatMap(textsOf).flatMap(placeholdersIn));
    const stepId = steps[0]?.id;
    return use.inputs
      .filter(({ id, value }) => value.trim() === '' && open.has(id))
      .map(({ id, name }) => ({
        rule: 'leftOpen' as const,
        severity: 'error' as const,
        at: stepId === undefined ? {} : { stepId },
        message: `The block “${use.title}” asks for “${name || id}”, and nothing is filled in.`,
        todo: 'Fill it in on one of the steps that come from the block.',
      }));
  });

/** Names that a block leaves open without asking for them: they would stand in the plans with their brackets. */
export function unknownInputs({ block, steps }: Plan): Finding[] {
  if (!block) return [];
  const known = new Set(block.inputs.map(({ id }) => id));
  return steps.flatMap((step) =>
    [...new Set(textsOf(step).flatMap(placeholdersIn))]
      .filter((name) => !known.has(name))
      .map((name) => ({
        rule: 'unknownInput' as const,
        severity: 'error' as const,
        at: { stepId: step.id },
        message: `“${step.title}” leaves {${name}} open, which the block does not ask for.`,
        todo: `Let the block ask for “${name}”, or write it out.`,
      })),
  );
}
