// What other features and packages may use; every other file here is private to the folder.
export { type Bulletin, bulletinSchema, bulletinsFileSchema, matchBulletins } from './bulletin.js';
export { type MissedPlan, type PlanChoice, planChoiceQuerySchema } from './choosingApi.js';
export {
  type PlanCandidate,
  type PlanFit,
  type PlanReason,
  type PlanRequest,
  type RankedPlan,
  rankPlans,
  sayPlanFit,
  sayPlanReason,
} from './rankPlans.js';
export { wordsAlike, wordsOf } from './words.js';
