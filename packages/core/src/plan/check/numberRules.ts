import { comesToNumber } from '../../spec/index.js';
import { findUnit, quantityNames, unitOf } from '../../units/index.js';
import { namesUsedBy } from '../document/namesUsedBy.js';
import type { Plan, StepReading } from '../document/plan.js';
import type { Finding, FindingPlace } from './finding.js';

/** Formulas, curves and inputs that take a value from a reading which gives no single number: a choice, a count, several rows. */
export function usesOfNoNumber({ steps, inputs }: Plan): Finding[] {
  const readings = steps.flatMap((step) => step.readings);
  // Steps may call readings alike; the newest that was taken is meant, so any of them with a number will do.
  const withNumber = new Set(readings.filter(({ spec }) => comesToNumber(spec)).map(({ id }) => id));
  const without = new Map(readings.filter(({ id }) => !withNumber.has(id)).map((reading) => [reading.id, reading]));
  const found = (at: FindingPlace, who: string, name: string): Finding[] => {
    const source = without.get(name);
    return source
      ? [
          {
            rule: 'notANumber',
            severity: 'error',
            at,
            message: `${who} takes its value from “${source.name || name}”, which gives no number.`,
            todo: 'Take it from a reading with a unit.',
          },
        ]
      : [];
  };
  return [
    ...steps.flatMap((step) =>
      step.readings.flatMap((reading) =>
        namesUsedBy(reading).flatMap((name) =>
          found({ stepId: step.id }, `“${reading.name || reading.id}” of “${step.title}”`, name),
        ),
      ),
    ),
    ...inputs.flatMap(({ id, name, from }) => (from === null ? [] : found({}, `The input “${name || id}”`, from))),
  ];
}

/** Curves over a value of another quantity than their rows stand for, and inputs from a reading of another: they never have a value. */
export function otherQuantities({ steps, inputs }: Plan): Finding[] {
  const readings = steps.flatMap((step) => step.readings);
  const unitsOf = (name: string) => [
    ...inputs.filter(({ id }) => id === name).map(({ unit }) => unit),
    ...unitsOfReading(readings, name),
  ];
  return [
    ...steps.flatMap((step) =>
      step.readings.flatMap(({ id, name, spec }) =>
        spec.kind === 'curve'
          ? otherQuantity({ stepId: step.id }, `The limits of “${name || id}”`, spec.of, spec.ofUnit, unitsOf(spec.of))
          : [],
      ),
    ),
    ...inputs.flatMap(({ id, name, unit, from }) =>
      from === null ? [] : otherQuantity({}, `The input “${name || id}”`, from, unit, unitsOfReading(readings, from)),
    ),
  ];
}

const unitsOfReading = (readings: readonly StepReading[], name: string): readonly string[] =>
  readings.flatMap(({ id, spec }) => (id === name && 'unit' in spec ? [spec.unit] : []));

function otherQuantity(
  at: FindingPlace,
  who: string,
  name: string,
  wanted: string,
  units: readonly string[],
): Finding[] {
  const quantityOf = (unit: string) => findUnit(unit)?.base.quantity;
  const other = units.find((unit) => quantityOf(unit) !== quantityOf(wanted));
  return other === undefined
    ? []
    : [
        {
          rule: 'otherQuantity',
          severity: 'error',
          at,
          message: `${who} need ${quantityNames[unitOf(wanted).base.quantity]}, and “${name}” is ${quantityNames[unitOf(other).base.quantity]}.`,
          todo: 'Choose another reading, or another unit.',
        },
      ];
}
