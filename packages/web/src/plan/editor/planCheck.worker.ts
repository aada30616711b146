import { countWalks, effortByConclusion, effortOf, listWalks } from '@probe-trail/core/evidence';
import { checkPlan, type Plan } from '@probe-trail/core/plan';
import { expose } from 'comlink';

/** How many walks are listed; more than that nobody reads. */
const listedWalks = 1000;

const allWalks = (plan: Plan) => ({
  count: countWalks(plan),
  effort: effortOf(plan),
  ends: effortByConclusion(plan),
  listed: listWalks(plan, listedWalks),
});

/** What is computed of a whole plan, away from the thread in which the author writes. */
const planCheck = { checkPlan, allWalks };
export type PlanCheck = typeof planCheck;
export type AllWalks = ReturnType<typeof allWalks>;
expose(planCheck);
