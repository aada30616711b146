import { type Plan, readPlan } from '@probe-trail/core/plan';

import { localText, putLocalText, readKept } from '../../device/localTexts';

const keyOf = (planId: string) => `probe-trail-draft-${planId}`;

/** Edits that have not reached the server outlive a closed browser. @returns whether the browser had room */
export const keepDraft = (document: Plan): boolean => putLocalText(keyOf(document.id), JSON.stringify(document));

export const forgetDraft = (planId: string): boolean => putLocalText(keyOf(planId), undefined);

/** What was kept of a plan, if it still is one. */
export function readKeptDraft(planId: string): Plan | undefined {
  const kept = readKept(localText(keyOf(planId)), (value): value is object => typeof value === 'object');
  const plan = kept && readPlan(kept);
  return plan?.ok ? plan.value : undefined;
}
