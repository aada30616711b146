import { hookUpsOf, mentionedPins, type Plan } from '../plan/index.js';
import { sayPinName } from './replace.js';

/**
 * `measured`: a lead is put on the pin; `mentioned`: an instruction speaks of it; `card`, `block`: the plan has it in it; `checked`: a part card says
 * what a value of the vehicle should be.
 */
export type UsageHow = 'measured' | 'mentioned' | 'card' | 'block' | 'checked';

/** What a plan uses, and in which of its steps. */
export interface UsageIn {
  readonly how: UsageHow;
  /** A pin such as C31·2, the id of a part card or of a block, or the key of a value. */
  readonly what: string;
  /** `null` where it is the whole plan that has it. */
  readonly stepId: string | null;
  readonly stepTitle: string;
}

/** Everything that a plan uses of what others use too, each once for each step. */
export function usagesIn(plan: Plan): readonly UsageIn[] {
  const whole = (how: UsageHow, what: string): UsageIn => ({ how, what, stepId: null, stepTitle: '' });
  const found = [
    ...plan.partCards.map(({ id }) => whole('card', id)),
    ...plan.partCards.flatMap(({ physicalChecks }) => physicalChecks.map(({ value }) => whole('checked', value))),
    ...plan.uses.map(({ blockId }) => whole('block', blockId)),
    ...plan.paths.flatMap(({ points }) =>
      points.flatMap(({ at }) => (at.kind === 'pin' ? [whole('measured', sayPinName(at))] : [])),
    ),
    ...plan.steps.flatMap((step) => {
      const here = (how: UsageHow, what: string): UsageIn => ({ how, what, stepId: step.id, stepTitle: step.title });
      const leads = hookUpsOf(step).flatMap((hookUp) => hookUp.leads);
      const measured = leads.flatMap(({ at }) => (at.kind === 'pin' ? [here('measured', sayPinName(at))] : []));
      const mentioned = mentionedPins(plan, step.instruction).map((found) =>
        here('mentioned', sayPinName({ connectorId: found.connector.id, pin: found.pin.pin })),
      );
      return [...measured, ...mentioned];
    }),
  ];
  return [...new Map(found.map((one) => [`${one.how} ${one.what} ${one.stepId}`, one])).values()];
}
