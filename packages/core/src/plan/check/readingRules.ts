import { parseFormula, unitFaultIn } from '../../formula/index.js';
import { instrumentFunctions, quantityOfFunction } from '../../instrument/index.js';
import { formatPlain } from '../../reading/index.js';
import { cutsOf, type FixedSpec, isFixed, type Spec, zonesOf } from '../../spec/index.js';
import { convert, findUnit, quantityNames, type Unit, unitOf } from '../../units/index.js';
import { computedOrder } from '../document/computedOrder.js';
import type { HookUp } from '../document/hookUp.js';
import { hookUpOf } from '../document/hookUpsOf.js';
import { formulasOf, namesUsedBy } from '../document/namesUsedBy.js';
import type { Plan, Step, StepReading } from '../document/plan.js';
import type { Finding, RuleName } from './finding.js';
import { flowForward, intersection, type Names, union } from './flow.js';

const finding = (rule: RuleName, step: Step, message: string, todo: string): Finding => ({
  rule,
  severity: 'warning',
  at: { stepId: step.id },
  message,
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

/** Computed readings that need themselves, by way of others or at once: they never have a value. */
export const formulaCircles = (plan: Plan): Finding[] =>
  plan.steps.flatMap((step) =>
    computedOrder(plan, step).inCircles.map(({ id, name }) => ({
      rule: 'formulaCircle' as const,
      severity: 'error' as const,
      at: { stepId: step.id },
      message: `“${name || id}” of “${step.title}” is computed from itself.`,
      todo: 'Take it out of the formulas that it comes from.',
    })),
  );

/** Formulas that add volts to amps, or give watts where ohms are wanted. */
export function wrongUnitsInFormulas(plan: Plan): Finding[] {
  const unitFor = unitsIn(plan);
  return each(plan, (step, { id, name, derivedFrom, spec }) => {
    const wanted = 'unit' in spec ? unitOf(spec.unit) : undefined;
    return formulasOf({ derivedFrom, spec }).flatMap((text) => {
      const why = !wanted ? undefined : wrongIn(text, wanted, unitFor);
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

function wrongIn(text: string, wanted: Unit, unitFor: (name: string) => Unit | undefined): string | undefined {
  const formula = parseFormula(text);
  // Names without a unit are another rule's finding.
  if (!formula.ok || formula.value.names.some((name) => !unitFor(name))) return undefined;
  return unitFaultIn(formula.value, wanted, unitFor);
}

function unitsIn({ inputs, steps }: Plan): (name: string) => Unit | undefined {
  const units = new Map<string, string>([
    ['ambientPressure', 'kPa(abs)'],
    ...inputs.map(({ id, unit }) => [id, unit] as const),
    ...steps.flatMap(({ readings }) =>
      readings.flatMap(({ id, spec }) => ('unit' in spec ? [[id, spec.unit] as const] : [])),
    ),
  ]);
  return (name) => findUnit(units.get(name) ?? '');
}

/** Limits that the hook-up cannot show: another quantity than its function measures, or beyond its range. */
export function beyondTheHookUp(plan: Plan): Finding[] {
  return plan.steps.flatMap((step) => {
    const { hookUp } = step;
    const measures = hookUp && quantityOfFunction(hookUp.instrument);
    const own = step.readings.flatMap((reading) => beyondItsOwn(step, reading));
    if (own.length > 0) return own;
    // What the vehicle tells needs no instrument.
    const entered = step.readings.flatMap(({ derivedFrom, spec, hookUp: ofReading, live }) =>
      derivedFrom === null && ofReading === null && live === null && 'unit' in spec
        ? [{ spec, quantity: unitOf(spec.unit).base.quantity }]
        : [],
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

/** The same of a reading with a hook-up of its own. */
function beyondItsOwn(step: Step, { name, id, hookUp, spec }: StepReading): Finding[] {
  if (!hookUp || !('unit' in spec)) return [];
  const measures = quantityOfFunction(hookUp.instrument);
  const { quantity } = unitOf(spec.unit).base;
  const beyond = farthestLimit(spec, hookUp);
  if ((measures === undefined || measures === quantity) && beyond === undefined) return [];
  return [
    finding(
      'beyondTheHookUp',
      step,
      beyond === undefined
        ? `“${name || id}” of “${step.title}” reads ${quantityNames[quantity]}, and its instrument is set to ${instrumentFunctions[hookUp.instrument]}.`
        : `The limit ${formatPlain(beyond)} ${spec.unit} of “${name || id}” lies beyond the range of its hook-up.`,
      'Choose another function or another range for the instrument.',
    ),
  ];
}

/** The limit that lies farthest beyond the range of the hook-up; `undefined` when it holds all. */
function farthestLimit(spec: Spec, { range }: HookUp): number | undefined {
  if (!range || !('unit' in spec)) return undefined;
  const inUnit = convert(range.value, unitOf(range.unit), unitOf(spec.unit));
  if (!inUnit.ok) return undefined;
  const farthest = Math.max(0, ...cutsOf(spec).map(Math.abs));
  return farthest > inUnit.value ? farthest : undefined;
}

// A meter of three and a half digits shows 1999 of its last place at the end of a range.
const countsOfRange = 2000;

/** The last place that a meter shows in the range of a hook-up, in a unit; 0 where no range is said. */
function lastPlaceOf({ range }: HookUp, unit: string): number {
  if (!range) return 0;
  const end = convert(range.value, unitOf(range.unit), unitOf(unit));
  return end.ok ? Math.abs(end.value) / countsOfRange : 0;
}

/**
 * Limits so narrow that the accuracy alone reaches from one to the other: every reading is too close to call, and the plan lets the number
 * decide.
 */
export function limitsNarrowerThanAccuracy(plan: Plan): Finding[] {
  if (plan.tooClose !== 'asNominal') return [];
  return each(plan, (step, reading) => {
    const { derivedFrom, spec } = reading;
    const hookUp = hookUpOf(step, reading);
    const accuracy = hookUp?.accuracy;
    if (!accuracy || derivedFrom !== null || !isFixed(spec)) return [];
    const lastPlace = lastPlaceOf(hookUp, spec.unit);
    const narrow = narrowOk(spec, (value) => (Math.abs(value) * accuracy.percent) / 100 + accuracy.digits * lastPlace);
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

function narrowOk(spec: FixedSpec, uncertaintyOf: (value: number) => number) {
  const { cuts, zones } = zonesOf(spec);
  return zones
    .map(({ ok }, index) => ({ ok, from: cuts[index - 1], to: cuts[index] }))
    .flatMap(({ ok, from, to }) => (ok && from !== undefined && to !== undefined ? [{ from, to }] : []))
    .find(({ from, to }) => to - from <= uncertaintyOf(from) + uncertaintyOf(to));
}
