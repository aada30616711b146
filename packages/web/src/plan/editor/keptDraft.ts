import { type Plan, readPlan } from '@probe-trail/core/plan';

const keyOf = (planId: string) => `probe-trail-draft-${planId}`;

/** Edits that have not reached the server outlive a closed browser. */
export const keepDraft = (document: Plan): void => localStorage.setItem(keyOf(document.id), JSON.stringify(document));

export const forgetDraft = (planId: string): void => localStorage.removeItem(keyOf(planId));

/** What was kept of a plan, if it still is one. */
export function readKeptDraft(planId: string): Plan | undefined {
  const text = localStorage.getItem(keyOf(planId));
  const plan = text === null ? undefined : readPlan(JSON.parse(text));
  return plan?.ok ? plan.value : undefined;
}
