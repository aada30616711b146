import { type Checked, closedObject, idText, versionNumber } from '../../schema/index.js';
import { type Plan, planSchema } from './plan.js';

/** `inReview`: a draft that somebody else is asked to read. `retired`: was released, and is no longer offered. */
export type VersionState = 'draft' | 'inReview' | 'released' | 'retired';

/** A version of a plan, without its document. */
export interface PlanVersionInfo {
  readonly planId: string;
  readonly version: number;
  readonly state: VersionState;
  /** Changes with every save; an editor sends it back, so that it never overwrites what it has not seen. */
  readonly etag: string;
  readonly savedAtMs: number;
  readonly savedBy: string;
  readonly releasedAtMs: number | null;
  /** What is new in it, for those who follow it. */
  readonly notes: string;
  /** Who has read it, besides who wrote it, and found it good; a later save takes that away. */
  readonly approvedBy: string | null;
}

/** One line of the plan library. */
export interface PlanListItem {
  readonly planId: string;
  readonly title: string;
  readonly summary: string;
  readonly lines: readonly string[];
  /** The fault codes that it is for. */
  readonly codes: readonly string[];
  /** Minutes to a conclusion on average. */
  readonly expectedMinutes: number;
  readonly stepCount: number;
  readonly suspectCount: number;
  /** Kept on every device, so that a trail can begin without a network. */
  readonly offline: boolean;
  /** A run of steps that other plans have in them; nobody follows it by itself. */
  readonly isBlock: boolean;
  /** The newest version that can be followed. */
  readonly released: PlanVersionInfo | null;
  /** The newest of those that are no longer offered, where none is. */
  readonly retired: PlanVersionInfo | null;
  readonly draft: PlanVersionInfo | null;
}

export interface PlanVersion extends PlanVersionInfo {
  readonly document: Plan;
}

/** Body of `POST /api/plans`: a whole document, as a file has it. */
export const newPlanSchema = closedObject({ document: planSchema.required() });

export const planParamsSchema = closedObject({ planId: idText() });
export const planVersionParamsSchema = closedObject({
  planId: idText(),
  version: versionNumber(),
});
export type NewPlan = Checked<typeof newPlanSchema>;
