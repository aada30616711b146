import { parseFormula, sayFormulaProblem, unitFaultIn } from '../../formula/index.js';
import { fewestAlike } from '../../spec/index.js';
import { findUnit, unitOf } from '../../units/index.js';
import type { Plan, Step, StepReading } from '../document/plan.js';
import type { Finding } from './finding.js';

/** Readings that cannot be taken from the vehicle as the plan says. */
export const liveThatDoesNotFit = (plan: Plan): Finding[] =>
  plan.steps.flatMap((step) => step.readings.flatMap((reading) => liveFinding(step, reading) ?? []));

function liveFinding(step: Step, reading: StepReading): Finding | undefined {
  const why = whyNotTaken(reading);
  return why === undefined
    ? undefined
    : {
        rule: 'liveDoesNotFit',
        severity: 'warning',
        at: { stepId: step.id },
        message: `“${reading.name || reading.id}” of “${step.title}” cannot be taken from the vehicle: ${why}.`,
        todo: 'Name the values that belong to it, or let it be typed alone.',
      };
}

function whyNotTaken({ live, spec, derivedFrom }: StepReading): string | undefined {
  if (!live) return undefined;
  if (derivedFrom !== null) return 'it is computed from others';
  if (spec.kind === 'choice' || spec.kind === 'count' || spec.kind === 'drive') return 'it is no number';
  const wanted = spec.kind === 'siblings' ? spec.members.length : 1;
  if (live.values.length === wanted) return undefined;
  return `it needs ${wanted} ${wanted === 1 ? 'value' : 'values'}, and ${live.values.length} ${live.values.length === 1 ? 'is' : 'are'} named`;
}

/** What commands the actuator, where the rows of a sweep and the step both say it. */
export const commandedTwice = (plan: Plan): Finding[] =>
  plan.steps.flatMap(({ id, title, actuator, readings }) =>
    actuator && actuator.command !== null && readings.some(({ spec }) => spec.kind === 'sweep')
      ? [
          {
            rule: 'commandedTwice',
            severity: 'warning',
            at: { stepId: id },
            message: `“${title}” commands its actuator once for the step and once in the rows of its sweep.`,
            todo: 'Leave the command of the step empty: the rows go by.',
          },
        ]
      : [],
  );

/** Limits over a drive that cannot be held against any recording, and losses that nobody counts. */
export const drivesThatDoNotFit = (plan: Plan): Finding[] =>
  plan.steps.flatMap((step) =>
    step.readings.flatMap((reading) => [
      ...driveFaults(reading).map((fault) => driveFinding(step, reading, fault)),
      ...watchFinding(step, reading),
    ]),
  );

const driveFinding = (step: Step, reading: StepReading, fault: string): Finding => ({
  rule: 'driveDoesNotFit',
  severity: 'error',
  at: { stepId: step.id },
  message: `“${reading.name || reading.id}” of “${step.title}” cannot be judged over a drive: ${fault}.`,
  todo: 'Name the values that it needs, each in its unit.',
});

/** Only what is counted can be counted by the watch. */
const watchFinding = (step: Step, reading: StepReading): Finding[] =>
  reading.watches.length > 0 && reading.spec.kind !== 'count'
    ? [
        {
          rule: 'liveDoesNotFit',
          severity: 'warning',
          at: { stepId: step.id },
          message: `“${reading.name || reading.id}” of “${step.title}” watches control units, and counts nothing.`,
          todo: 'Take the control units out, or let it count events.',
        },
      ]
    : [];

// The odd one of alike values is the case that is called as it is.
const caseNames: ReadonlySet<string> = new Set(['inSpec', 'several', 'noValue']);

function driveFaults({ spec }: StepReading): readonly string[] {
  if (spec.kind !== 'drive') return [];
  const { values, compares, during, unit } = spec;
  const byId = new Map(values.map((value) => [value.id, value]));
  const formula = compares.kind === 'formula' ? parseFormula(compares.formula) : undefined;
  const compared = compares.kind === 'alike' ? compares.of : formula?.ok ? formula.value.names : [];
  const named = [...compared, ...during.map(({ of }) => of)];
  const wanted = unitOf(unit);
  const unitFault = formula?.ok && unitFaultIn(formula.value, wanted, (name) => findUnit(byId.get(name)?.unit ?? ''));
  const other = (id: string) => findUnit(byId.get(id)?.unit ?? '')?.base.quantity !== wanted.base.quantity;
  return [
    ...(byId.size < values.length ? ['two of its values have the same id'] : []),
    ...values.filter(({ id }) => caseNames.has(id)).map(({ id }) => `“${id}” is what one of its cases is called`),
    ...[...new Set(named)].filter((id) => !byId.has(id)).map((id) => `“${id}” is none of its values`),
    ...values.filter(({ id }) => !named.includes(id)).map(({ id }) => `nothing uses its value “${id}”`),
    ...(formula && !formula.ok ? [sayFormulaProblem(formula.problem)] : []),
    ...(formula?.ok && compared.length === 0 ? ['its formula uses no value'] : []),
    ...(unitFault ? [`its formula ${unitFault}`] : []),
    ...(compares.kind === 'alike' && compared.length < fewestAlike
      ? [`of fewer than ${fewestAlike} values nobody can tell which is the odd one`]
      : []),
    ...(compares.kind === 'alike' && new Set(compares.of).size < compares.of.length
      ? ['it compares a value with itself']
      : []),
    ...(compares.kind === 'alike'
      ? compared.filter((id) => byId.has(id) && other(id)).map((id) => `“${id}” is not in a unit like ${unit}`)
      : []),
    ...during
      .filter(({ of }) => compares.kind === 'alike' && compares.of.includes(of))
      .map(({ of }) => `“${of}” is compared and says when it counts, so nothing counts while it drops out`),
    ...during
      .filter(({ min, max }) => min === null && max === null)
      .map(({ of }) => `the condition on “${of}” has no limit`),
  ];
}
