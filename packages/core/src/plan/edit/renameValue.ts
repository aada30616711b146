import { isFormulaName } from '../../formula/index.js';
import type { Plan, StepReading } from '../document/plan.js';
import { renameInFormula, renameInSpec } from '../document/renameInFormula.js';
import { freeId } from './freeId.js';

const longestName = 40;

/**
 * A name for formulas, made of what a reading or an input is called: `Voltage at the pump` gives `voltageAtThePump`.
 * @param fallback where nothing of the text can stand in a name
 * @param taken names that it must not be; it gets a number then
 */
export function nameForFormulas(text: string, fallback: string, taken: ReadonlySet<string>): string {
  const words = text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .split(/[^A-Za-z0-9]+/)
    .filter(Boolean);
  const joined = words
    .map((word, index) =>
      index === 0 ? word.charAt(0).toLowerCase() + word.slice(1) : word.charAt(0).toUpperCase() + word.slice(1),
    )
    .join('')
    .replace(/^\d+/, '')
    .slice(0, longestName);
  const name = joined || fallback;
  return freeId(name, isFormulaName(name) ? taken : new Set([...taken, name]), '_');
}

/** Every name that formulas of the plan can use. */
export const namesTaken = ({ inputs, steps }: Pick<Plan, 'inputs' | 'steps'>): ReadonlySet<string> =>
  new Set([
    'ambientPressure',
    ...inputs.map(({ id }) => id),
    ...steps.flatMap(({ readings }) => readings.map(({ id }) => id)),
  ]);

/**
 * The plan with a reading or an input under another name: formulas, curves, inputs and outcomes that use it follow.
 * @returns the plan as it is where the new name is taken, as two things would have one name
 */
export function renameValue(plan: Plan, from: string, to: string): Plan {
  if (from === to || namesTaken(plan).has(to)) return plan;
  const names = new Map([[from, to]]);
  const named = (id: string): string => names.get(id) ?? id;
  const reading = (one: StepReading): StepReading => {
    const spec = renameInSpec(names, one.spec);
    const derivedFrom = one.derivedFrom === null ? null : renameInFormula(names, one.derivedFrom);
    return one.id === from || spec !== one.spec || derivedFrom !== one.derivedFrom
      ? { ...one, id: named(one.id), derivedFrom, spec }
      : one;
  };
  const conditions = (step: Plan['steps'][number]) =>
    step.outcomes.some(({ when }) => when.some(({ readingId }) => readingId === from))
      ? step.outcomes.map((outcome) => ({
          ...outcome,
          when: outcome.when.map((one) => ({ ...one, readingId: named(one.readingId) })),
        }))
      : step.outcomes;
  return {
    ...plan,
    inputs: plan.inputs.map((input) =>
      input.id === from || input.from === from
        ? { ...input, id: named(input.id), from: input.from === null ? null : named(input.from) }
        : input,
    ),
    steps: plan.steps.map((step) => {
      const readings = step.readings.map(reading);
      const outcomes = conditions(step);
      const isSame = outcomes === step.outcomes && readings.every((one, at) => one === step.readings[at]);
      return isSame ? step : { ...step, readings, outcomes };
    }),
  };
}

/**
 * The plan after what a reading or an input is called has changed: its name in formulas follows, unless its author has chosen one.
 * @param before what it was called before
 */
export function nameFollows(plan: Plan, id: string, fallback: string, before: string, now: string): Plan {
  const others = new Set(namesTaken(plan));
  others.delete(id);
  const isChosen = id !== nameForFormulas(before, fallback, others) && !isPlain(id, fallback);
  return isChosen ? plan : renameValue(plan, id, nameForFormulas(now, fallback, others));
}

/** `reading`, `reading_2`: given when nothing was called anything yet. */
const isPlain = (id: string, fallback: string): boolean =>
  id === fallback || (id.startsWith(`${fallback}_`) && /^\d+$/.test(id.slice(fallback.length + 1)));
