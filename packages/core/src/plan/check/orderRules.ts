import { reach } from '../../graph/index.js';
import { accessLevels } from '../document/fields.js';
import { signatureOf } from '../document/marks.js';
import type { Plan, Step } from '../document/plan.js';
import { indexPlan } from '../document/planIndex.js';
import type { Finding } from './finding.js';
import { findWays } from './ways.js';

const accessOrder = Object.keys(accessLevels);
const accessRank = ({ effort }: Step): number => accessOrder.indexOf(effort.access);
const hardFrom = accessOrder.indexOf('underVehicle');

/** Steps that are hard to reach, though an easier one that always comes later tells at least as much. */
export function easierStepsLater(plan: Plan): Finding[] {
  const { reachable, next } = findWays(plan);
  const { steps } = indexPlan(plan);
  return plan.steps
    .filter((step) => reachable.has(step.id) && accessRank(step) >= hardFrom && !isCutOff(step))
    .flatMap((hard) => {
      const marks = marksOf(plan, hard);
      if (new Set(marks).size < 2) return [];
      const later = reach(next.get(hard.id) ?? [], next);
      const easier = [...later]
        .flatMap((id) => steps.get(id) ?? [])
        .find(
          (step) => accessRank(step) < accessRank(hard) && !isBefore(step, hard) && refines(marksOf(plan, step), marks),
        );
      return easier
        ? [
            {
              rule: 'hardBeforeEasy' as const,
              severity: 'warning' as const,
              at: { stepId: hard.id },
              message: `“${hard.title}” (${accessLevels[hard.effort.access]}) comes before “${easier.title}” (${accessLevels[easier.effort.access]}), which tells as much.`,
              todo: 'Let the easier step come first.',
            },
          ]
        : [];
    });

  function isBefore(step: Step, hard: Step): boolean {
    return reach(next.get(step.id) ?? [], next).has(hard.id);
  }
}

const isCutOff = ({ outcomes }: Step): boolean => outcomes.length < 2;

const marksOf = ({ suspects }: Plan, step: Step): readonly string[] => suspects.map(({ id }) => signatureOf(step, id));

/** Whether the finer marks tell apart every pair that the others tell apart. */
function refines(finer: readonly string[], coarser: readonly string[]): boolean {
  const coarseOf = new Map<string, string>();
  return finer.every((mark, index) => {
    const coarse = coarser[index] ?? '';
    const before = coarseOf.get(mark);
    coarseOf.set(mark, coarse);
    return before === undefined || before === coarse;
  });
}

/** Nobody is asked to look: no step that can be reached has a choice between things seen. */
export function noVisualCheck(plan: Plan): Finding[] {
  const { reachable } = findWays(plan);
  const looks = plan.steps.some(
    ({ id, readings }) => reachable.has(id) && readings.some(({ spec }) => spec.kind === 'choice'),
  );
  return reachable.size === 0 || looks
    ? []
    : [
        {
          rule: 'noVisualCheck',
          severity: 'warning',
          at: {},
          message: 'No step of the plan has anybody look.',
          todo: 'Begin with a step in which fuses, plugs and wires in reach are looked at.',
        },
      ];
}
