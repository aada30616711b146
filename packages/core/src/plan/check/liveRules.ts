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
  if (spec.kind === 'choice' || spec.kind === 'count') return 'it is no number';
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
