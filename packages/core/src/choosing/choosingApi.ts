import { string } from 'yup';
import type { FaultCode } from '../codes/index.js';
import { closedObject } from '../schema/index.js';
import type { Bulletin } from './bulletin.js';
import type { PlanRequest, RankedPlan } from './rankPlans.js';

/** Query of `GET /api/jobs/:jobId/plans`: the codes to ask with, set apart by commas; without it, all that count. */
export const planChoiceQuerySchema = closedObject({ codes: string().max(2000) });

/** Answer of `GET /api/jobs/:jobId/plans`. */
export interface PlanChoice {
  /** What was asked with: the job's codes that count, its complaint, its vehicle. */
  readonly request: PlanRequest;
  /** All codes of the visit that count, chosen or not. */
  readonly codes: readonly FaultCode[];
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
