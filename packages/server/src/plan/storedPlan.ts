import { checkPlan, errorsOf, type Plan, upgradePlan } from '@probe-trail/core/plan';
import { apart } from '../thread/pool.js';
import { type PlanRows, toPlanRows } from './planRows.js';

/** A stored plan with what its tables take, and what the plan check says of it. */
export interface StoredPlan {
  readonly rows: PlanRows;
  readonly errorCount: number;
  readonly firstError: string;
}

export interface StoredPlanTask {
  readonly kind: 'storedPlan';
  readonly document: string;
}

/** Reads and checks the document of a stored plan in another thread. */
export function storedPlanApart(document: string): Promise<StoredPlan> {
  const task: StoredPlanTask = { kind: 'storedPlan', document };
  return apart(task);
}

/** Reads and checks it where it stands. */
export function readStoredPlan(document: string): StoredPlan {
  const plan = upgradePlan(JSON.parse(document)) as Plan;
  const errors = errorsOf(checkPlan(plan));
  return { rows: toPlanRows(plan), errorCount: errors.length, firstError: errors[0]?.message ?? '' };
}
