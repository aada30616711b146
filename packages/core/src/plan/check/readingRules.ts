import { dimensionIn, dimensionOf, isAlike, parseFormula } from '../../formula/index.js';
import { instrumentFunctions, quantityOfFunction } from '../../instrument/index.js';
import { formatPlain } from '../../reading/index.js';
import { isMeasured, type Spec, zonesOf } from '../../spec/index.js';
import { convert, findUnit, type Quantity, quantityNames, unitOf } from '../../units/index.js';
import type { HookUp } from '../hookUp.js';
import { namesUsedBy } from '../namesUsedBy.js';
import type { Plan, Step, StepReading } from '../plan.js';
import type { Finding, RuleName } from './finding.js';
import { flowForward, intersection, type Names, union } from './flow.js';

const finding = (rule: RuleName, step: Step, says: string, todo: string): Finding => ({
  rule,
  severity: 'warning',
  at: { stepId: step.id },
  says,
  todo,
});

const each = (plan: Plan, rule: (step: Step, reading: StepReading) => Finding[]): Finding[] =>
  plan.steps.flatMap((step) => step.readings.flatMap((reading) => rule(step, reading)));

const nothing: Names = new Set();

/** Limits and formulas that need a reading which some way to the step has not taken. */
export function readingsUsedBeforeTaken(plan: Plan): Finding[] {
  const taken = flowForward(plan, {
    start: nothing,
    along: (names, { readings }) =>
      union(
        names,
        readings.map(({ id }) => id),
      ),
    join: intersection,
  });
  const somewhere = new Set(plan.steps.flatMap(({ readings }) => readings.map(({ id }) => id)));
  return each(plan, (step, reading) => {
    const before = taken.get(step.id);
    if (!before) return [];
    const here = new Set([...before, ...step.readings.map(({ id }) => id).filter((id) => id !== reading.id)]);
    return namesUsedBy(reading)
      .map((name) => plan.inputs.find(({ id }) => id === name)?.from ?? name)
      .filter((name) => somewhere.has(name) && !here.has(name))
      .map((name) =>
        finding(
          'readingUsedBeforeTaken',
          step,
          `“${reading.name || reading.id}” of “${step.title}” needs “${name}”, which some way to it has not taken.`,
          'Take that reading on every way before, or ask for the value at the start of the trail.',
        ),
      );
  });
}

/** Formulas that add volts to amps, or give watts where ohms are wanted. */
export function wrongUnitsInFormulas(plan: Plan): Finding[] {
  const quantityOf = quantitiesIn(plan);
  return each(plan, (step, { id, name, derivedFrom, spec }) => {
    const wanted = 'unit' in spec ? unitOf(spec.unit).base.quantity : undefined;
    const texts = [derivedFrom, ...(spec.kind === 'formula' ? [spec.min, spec.max] : [])];
    return texts.flatMap((text) => {
      const why = text === null || !wanted ? undefined : wrongIn(text, wanted, quantityOf);
      return why === undefined
        ? []
        : [
            finding(
              'wrongUnitInFormula',
              step,
              `In “${name || id}” of “${step.title}” the formula ${text} ${why}.`,
              'Check which readings it uses, and the unit of the result.',
            ),
          ];
    });
  });
}

function wrongIn(
  text: string,
  wanted: Quantity,
  quantityOf: (name: string) => Quantity | undefined,
): string | undefined {
  const formula = parseFormula(text);
  if (!formula.ok) return undefined;
  const dimension = dimensionIn(formula.value.expression, quantityOf);
  if (!dimension.ok) return `does not hold: ${dimension.problem}`;
  return isAlike(dimension.value, dimensionOf(wanted)) ? undefined : `does not give ${quantityNames[wanted]}`;
}

function quantitiesIn({ inputs, steps }: Plan): (name: string) => Quantity | undefined {
  const units = new Map<string, string>([
    ['ambientPressure', 'kPa'],
    ...inputs.map(({ id, unit }) => [id, unit] as const),
    ...steps.flatMap(({ readings }) =>
      readings.flatMap(({ id, spec }) => ('unit' in spec ? [[id, spec.unit] as const] : [])),
    ),
  ]);
  return (name) => {
    const unit = findUnit(units.get(name) ?? '');
    return unit?.base.quantity;
  };
}

/** Limits that the hook-up cannot show: another quantity than its function measures, or beyond its range. */
export function beyondTheHookUp(plan: Plan): Finding[] {
  return plan.steps.flatMap((step) => {
    const { hookUp } = step;
    const measures = hookUp && quantityOfFunction(hookUp.instrument);
    const entered = step.readings.flatMap(({ derivedFrom, spec }) =>
      derivedFrom === null && 'unit' in spec ? [{ spec, quantity: unitOf(spec.unit).base.quantity }] : [],
    );
    if (!hookUp || !measures || entered.length === 0) return [];
    const fitting = entered.filter(({ quantity }) => quantity === measures);
    // A second instrument beside the one of the hook-up is usual; that none fits is not.
    if (fitting.length === 0)
      return [
        finding(
          'beyondTheHookUp',
          step,
          `“${step.title}” reads ${quantityNames[entered[0]?.quantity ?? measures]}, and its instrument is set to ${instrumentFunctions[hookUp.instrument]}.`,
          'Choose another function for the instrument, or another unit for the reading.',
        ),
      ];
    return fitting.flatMap(({ spec }) => {
      const beyond = farthestLimit(spec, hookUp);
      return beyond === undefined
        ? []
        : [
            finding(
              'beyondTheHookUp',
              step,
              `The limit ${formatPlain(beyond)} ${spec.unit} of “${step.title}” lies beyond the range ${formatPlain(hookUp.range?.value ?? 0)} ${hookUp.range?.unit}.`,
              'Choose a range that holds the limits.',
            ),
          ];
    });
  });
}

/** The limit that lies farthest beyond the range of the hook-up; `undefined` when it holds all. */
function farthestLimit(spec: Spec, { range }: HookUp): number | undefined {
  if (!range || !hasCuts(spec)) return undefined;
  const inUnit = convert(range.value, unitOf(range.unit), unitOf(spec.unit));
  if (!inUnit.ok) return undefined;
  const farthest = Math.max(0, ...cutsOf(spec).map(Math.abs));
  return farthest > inUnit.value ? farthest : undefined;
}

type WithCuts = Extract<Spec, { kind: 'band' | 'tolerance' | 'zones' | 'sweep' }>;

const hasCuts = (spec: Spec): spec is WithCuts =>
  spec.kind === 'band' || spec.kind === 'tolerance' || spec.kind === 'zones' || spec.kind === 'sweep';

const cutsOf = (spec: WithCuts): readonly number[] =>
  spec.kind === 'sweep' ? spec.rows.flatMap(({ limits }) => zonesOf(limits).cuts) : zonesOf(spec).cuts;

/**
 * Limits so narrow that the accuracy alone reaches from one to the other: every reading is too close to call, and the plan lets the number
 * decide.
 */
export function limitsNarrowerThanAccuracy(plan: Plan): Finding[] {
  if (plan.tooClose !== 'asNominal') return [];
  return each(plan, (step, { derivedFrom, spec }) => {
    const accuracy = step.hookUp?.accuracy;
    if (!accuracy || derivedFrom !== null || !isMeasured(spec) || !hasCuts(spec)) return [];
    // What the digits of its last place come to depends on the meter; the percents alone are the least that it can be.
    const narrow = narrowOk(spec, (value) => (Math.abs(value) * accuracy.percent) / 100);
    return narrow
      ? [
          finding(
            'limitNarrowerThanAccuracy',
            step,
            `Between ${formatPlain(narrow.from)} and ${formatPlain(narrow.to)} ${spec.unit} in “${step.title}” every reading is too close to call with this accuracy, and nothing is said for that.`,
            'Ask for a better instrument, or say under “About” that such a reading is measured again.',
          ),
        ]
      : [];
  });
}

function narrowOk(spec: WithCuts, uncertaintyOf: (value: number) => number) {
  if (spec.kind === 'sweep') return undefined;
  const { cuts, zones } = zonesOf(spec);
  return zones
    .map(({ ok }, index) => ({ ok, from: cuts[index - 1], to: cuts[index] }))
    .flatMap(({ ok, from, to }) => (ok && from !== undefined && to !== undefined ? [{ from, to }] : []))
    .find(({ from, to }) => to - from <= uncertaintyOf(from) + uncertaintyOf(to));
}
