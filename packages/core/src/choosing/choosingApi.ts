import type { Bulletin } from './bulletin.js';
import type { PlanRequest, RankedPlan } from './rankPlans.js';

/** Answer of `GET /api/jobs/:jobId/plans`. */
export interface PlanChoice {
  /** What was asked with: the job's codes that count, its complaint, its vehicle. */
  readonly request: PlanRequest;
  readonly plans: readonly RankedPlan[];
  readonly bulletins: readonly Bulletin[];
}

/** One plan that was missing when a job needed it. */
export interface MissedPlan {
  readonly jobId: string;
  readonly fleetNumber: string;
  readonly wanted: string;
  readonly by: string;
  readonly atMs: number;
}
