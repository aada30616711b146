import { checkPlan } from '@probe-trail/core/plan';
import { expose } from 'comlink';

/** The plan check, away from the thread in which the author writes. */
const planCheck = { checkPlan };
export type PlanCheck = typeof planCheck;
expose(planCheck);
