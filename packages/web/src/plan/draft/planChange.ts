import type { Plan, Step } from '@probe-trail/core/plan';

/** A draft as a change of the one before: what stayed is not sent to the worker again, and what it knows of that stays true. */
export interface PlanChange {
  /** Every field but the steps that is another. */
  readonly fields: Partial<Omit<Plan, 'steps'>>;
  /** A number is the place of the same step in the draft before. */
  readonly steps: readonly (Step | number)[];
}

/** What has changed since a draft; all of it where there was none. */
export function changeSince(before: Plan | undefined, plan: Plan): PlanChange {
  const places = new Map(before?.steps.map((step, index) => [step, index]));
  const { steps, ...fields } = plan;
  const changed = Object.entries(fields).filter(([name, value]) => before?.[name as keyof Plan] !== value);
  return { fields: Object.fromEntries(changed), steps: steps.map((step) => places.get(step) ?? step) };
}

/** The draft that a change gives. */
export const withChange = (before: Plan | undefined, { fields, steps }: PlanChange): Plan =>
  ({
    ...before,
    ...fields,
    steps: steps.map((step) => (typeof step === 'number' ? before?.steps[step] : step)),
  }) as Plan;
