import { detectors, type FactKind, plainFacts } from '../../captureReading/index.js';
import { type CapturedMeasure, fitFacts } from '../../captureSource/index.js';
import { findUnit, type Quantity, unitOf } from '../../units/index.js';
import type { Plan, Step, StepReading } from '../document/plan.js';
import type { Finding } from './finding.js';

/** Readings that no capture can be measured for as the plan says. */
export const capturesThatDoNotFit = (plan: Plan): Finding[] =>
  plan.steps.flatMap((step) =>
    step.readings.flatMap((reading) => faultsOf(plan, reading).map((fault) => captureFinding(step, reading, fault))),
  );

const captureFinding = (step: Step, reading: StepReading, fault: string): Finding => ({
  rule: 'captureDoesNotFit',
  severity: 'warning',
  at: { stepId: step.id },
  message: `“${reading.name || reading.id}” of “${step.title}” cannot be measured on a capture: ${fault}.`,
  todo: 'Choose on a sample capture what is measured, or let it be typed alone.',
});

function faultsOf(plan: Plan, { capture, spec, derivedFrom }: StepReading): readonly string[] {
  if (!capture) return [];
  if (derivedFrom !== null) return ['it is computed from others'];
  if (spec.kind === 'choice' || spec.kind === 'count' || spec.kind === 'drive') return ['it is no number'];
  if (spec.kind === 'sweep') return ['the rows of a sweep are measured one by one'];
  const wanted = spec.kind === 'siblings' ? spec.members.length : 1;
  const { channels, measure } = capture;
  const named = `${channels.length} ${channels.length === 1 ? 'is' : 'are'} named`;
  return [
    ...(channels.length === wanted
      ? []
      : [`it needs ${wanted} ${wanted === 1 ? 'channel' : 'channels'}, and ${named}`]),
    ...(channels.some((name) => name.trim() === '') ? ['a channel has no name'] : []),
    ...(new Set(channels).size < channels.length ? ['two of its channels have the same name'] : []),
    ...measureFaults(plan, measure, spec.unit),
  ];
}

function measureFaults(plan: Plan, measure: CapturedMeasure, unit: string): readonly string[] {
  switch (measure.kind) {
    case 'detector': {
      const { name, facts, asks }: DetectorOf = detectors[measure.detector];
      // Without it nothing is read at all; the others are read without what they do not know.
      const needed = (['cylinders', 'eventsPerTurn'] as const).filter((one) => asks.includes(one));
      return [
        ...factFaults(facts, measure.fact, `a ${name}`, unit),
        ...(needed.some((one) => measure.known[one] === null)
          ? [`a ${name} cannot be read without a number that it asks for`]
          : []),
        ...voltsMissing(measure),
      ];
    }
    case 'between': {
      const events: readonly string[] = measure.detector === null ? [] : detectors[measure.detector].events;
      const missing = [measure.from, measure.to].filter((one) => one !== null && !events.includes(one));
      return [
        ...factFaults(plainFacts, measure.fact, 'a signal', unit),
        ...missing.map((one) => `“${one}” is no event that it knows`),
      ];
    }
    case 'reference': {
      const card = plan.partCards.find(({ id }) => id === measure.partCardId);
      const reference = card?.references.find(({ id }) => id === measure.referenceId);
      return [
        ...(reference ? [] : ['its known-good capture is on no part card of this plan']),
        ...unitFaults(fitFacts[measure.fact].unit, unit),
      ];
    }
  }
}

interface DetectorOf {
  readonly name: string;
  readonly facts: Readonly<Record<string, FactKind>>;
  readonly asks: readonly string[];
}

/** Resistance and inductance come from Ohm’s law: they need the voltage. */
const voltsMissing = ({ fact, known }: Extract<CapturedMeasure, { kind: 'detector' }>): readonly string[] =>
  (fact === 'resistance' || fact === 'inductance') && known.volts === null ? ['it needs the voltage across it'] : [];

function factFaults(
  facts: Readonly<Record<string, FactKind>>,
  id: string,
  what: string,
  unit: string,
): readonly string[] {
  const wanted = Object.hasOwn(facts, id) ? facts[id] : undefined;
  if (!wanted) return [`“${id}” is nothing that is measured of ${what}`];
  // The unit of a channel is known when it is there.
  if (wanted.unit === 'own') return [];
  const overTime = Object.hasOwn(overTimeOf, wanted.unit) ? overTimeOf[wanted.unit] : undefined;
  if (overTime) {
    const quantity = findUnit(unit)?.base.quantity;
    return quantity !== undefined && overTime.quantities.includes(quantity)
      ? []
      : [`“${wanted.name}” is measured in a unit such as ${overTime.such}, and its limits are in ${unit}`];
  }
  return unitFaults(wanted.unit, unit);
}

/** What is measured of a level over time, and in what limits of it can be. */
const overTimeOf: Readonly<Record<string, { readonly quantities: readonly Quantity[]; readonly such: string }>> = {
  'own/s': { quantities: ['voltageRate', 'currentRate', 'pressureRate'], such: 'A/s' },
  own·s: { quantities: ['voltageTime', 'charge'], such: 'A·s' },
};

const unitFaults = (measured: string, wanted: string): readonly string[] =>
  unitOf(measured === '' ? '×' : measured).base.quantity === findUnit(wanted)?.base.quantity
    ? []
    : [`it is measured in ${measured || '×'}, and its limits are in ${wanted}`];
