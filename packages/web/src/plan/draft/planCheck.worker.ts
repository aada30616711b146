import {
  cheapestTree,
  countWalks,
  effortByConclusion,
  effortOf,
  isCountWhole,
  listWalks,
} from '@probe-trail/core/evidence';
import { checkPlan, type Finding, type Plan } from '@probe-trail/core/plan';
import { expose } from 'comlink';
import { makeFindingsChange } from './findingsChange';
import { type PlanChange, withChange } from './planChange';

/** How many walks are listed; more than that nobody reads. */
const listedWalks = 1000;

let plan: Plan | undefined;
let found: readonly Finding[] | undefined;
const changeOf = makeFindingsChange();

/** What is computed of a whole draft, away from the thread in which the author writes. Each call brings what has changed since the last. */
const planCheck = {
  /** `undefined` where nothing of it is other than the last time: most words change nothing. */
  checkPlan: (change: PlanChange) => {
    const before = found?.length;
    found = checkPlan(changed(change));
    const findings = changeOf(found);
    return findings.length === before && findings.every((one, index) => one === index) ? undefined : findings;
  },
  allWalks: (change: PlanChange) => {
    const draft = changed(change);
    return {
      count: countWalks(draft),
      isWhole: isCountWhole(draft),
      effort: effortOf(draft),
      ends: effortByConclusion(draft),
      listed: listWalks(draft, listedWalks),
    };
  },
  /** The cheapest order of the tests; `undefined` where there are too many suspects for it. */
  cheapestTree: (change: PlanChange, onProgress: (share: number) => void) =>
    cheapestTree(changed(change), (share) => {
      onProgress(share);
      return true;
    }),
};

function changed(change: PlanChange): Plan {
  plan = withChange(plan, change);
  return plan;
}

export type PlanCheck = typeof planCheck;
export type AllWalks = ReturnType<PlanCheck['allWalks']>;
expose(planCheck);
