import { evaluateFormula, type KnownValue, parseFormula } from '../../formula/index.js';
import { formatQuantity } from '../../reading/index.js';
import { failed, type Result } from '../../result/index.js';
import { isFixed, isMeasured, zonesOf } from '../../spec/index.js';
import type { Plan, StepReading } from './plan.js';

/** A name that formulas of a plan can use: what it stands for, and a value that it may well have. */
export interface FormulaName {
  readonly name: string;
  readonly label: string;
  readonly sample: KnownValue;
}

const known = (value: number, unit: string): KnownValue => ({ value, unit, uncertainty: 0 });

/** Everything that a formula of the plan can use: inputs, readings with one number, and the pressure of the air. */
export function formulaNames({ inputs, steps }: Plan): readonly FormulaName[] {
  const names = new Map<string, FormulaName>([
    ['ambientPressure', { name: 'ambientPressure', label: 'pressure of the air', sample: known(101.3, 'kPa(abs)') }],
  ]);
  for (const { id, name, unit } of inputs)
    names.set(id, { name: id, label: `${name || id}, asked at the start`, sample: known(1, unit) });
  for (const step of steps)
    for (const reading of step.readings) {
      const sample = sampleOf(reading);
      if (sample)
        names.set(reading.id, { name: reading.id, label: `${reading.name || reading.id}, ${step.title}`, sample });
    }
  return [...names.values()];
}

/** What a name in a formula stands for, as a technician knows it; the name itself where the plan has no such thing. */
export function sayFormulaName({ inputs, steps }: Plan, name: string): string {
  if (name === 'ambientPressure') return 'pressure of the air';
  const named = [...inputs, ...steps.flatMap(({ readings }) => readings)].find(({ id }) => id === name)?.name;
  return named || name;
}

/** A value in spec: the middle of the first zone that is ok, or its one end. */
function sampleOf({ spec }: StepReading): KnownValue | undefined {
  if (!isMeasured(spec)) return undefined;
  if (!isFixed(spec)) return known(1, spec.unit);
  const { cuts, zones } = zonesOf(spec);
  const ok = zones.findIndex((zone) => zone.ok);
  const [from, to] = [cuts[ok - 1], cuts[ok]];
  return known(from !== undefined && to !== undefined ? (from + to) / 2 : (from ?? to ?? 1), spec.unit);
}

/**
 * What a formula gives for readings in spec, in a sentence for its author.
 * @returns why there is no value: a name that the plan does not have, a division by zero
 */
export function trySample(plan: Plan, text: string, unit: string): Result<string, string> {
  const names = new Map(formulaNames(plan).map((one) => [one.name, one]));
  const result = evaluateFormula(
    text,
    unit,
    (name) => names.get(name)?.sample ?? `No reading and no input is called “${name}”.`,
  );
  if (!result.ok) return failed(result.problem);
  const formula = parseFormula(text);
  const used = formula.ok ? formula.value.names : [];
  const given = used.flatMap((name) => {
    const sample = names.get(name)?.sample;
    return sample ? [`${name} ${formatQuantity(sample.value, sample.unit)}`] : [];
  });
  const value = formatQuantity(Number(result.value.value.toPrecision(4)), unit);
  return { ok: true, value: given.length === 0 ? `That is ${value}.` : `With ${given.join(', ')} that is ${value}.` };
}
