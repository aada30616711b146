import { checkPlan, errorsOf, type Plan, upgradePlan } from '@probe-trail/core/plan';
import { type PlanRows, toPlanRows } from '../plan/planRows.js';
import type { LargeBodyName } from './largeBodies.js';
import { checkBody, type ReadBody } from './readBody.js';

/** What is done in another thread, as it would hold up everybody in the one that answers. */
export type BodyTask =
  | { readonly kind: 'body'; readonly name: LargeBodyName; readonly text: string }
  | { readonly kind: 'storedPlan'; readonly document: string };

/** A stored plan with what its tables take, and what the plan check says of it. */
export interface StoredPlan {
  readonly rows: PlanRows;
  readonly errorCount: number;
  readonly firstError: string;
}

export default function work(task: BodyTask): ReadBody | StoredPlan {
  switch (task.kind) {
    case 'body':
      return readText(task.name, task.text);
    case 'storedPlan':
      return readStored(task.document);
  }
}

function readText(name: LargeBodyName, text: string): ReadBody {
  try {
    return checkBody(name, JSON.parse(text));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return { ok: false, says: `The body is not JSON: ${error.message}.` };
  }
}

function readStored(document: string): StoredPlan {
  const plan = upgradePlan(JSON.parse(document)) as Plan;
  const errors = errorsOf(checkPlan(plan));
  return { rows: toPlanRows(plan), errorCount: errors.length, firstError: errors[0]?.says ?? '' };
}
