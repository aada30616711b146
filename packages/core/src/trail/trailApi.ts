import { array } from 'yup';
import type { RemarkAnswer } from '../review/index.js';
import { type Checked, closedObject, idText, wholeNumber } from '../schema/index.js';
import type { Remark } from './trail.js';
import { type TrailEvent, trailEventSchema } from './trailEvent.js';

/** One line of the list of trails. */
export interface TrailListItem {
  readonly trailId: string;
  readonly jobId: string | null;
  /** `null` of an open trail. */
  readonly planId: string | null;
  readonly planVersion: number | null;
  readonly planTitle: string;
  readonly fleetNumber: string;
  readonly complaint: string;
  readonly openedAtMs: number;
  readonly openedBy: string;
  readonly lastEventAtMs: number;
  /** Title of the conclusion, once it is accepted. */
  readonly concludedWith: string | null;
  /** Title of the step that is open, until then. */
  readonly atStep: string | null;
}

/** What a technician told the author of a plan, with the trail on which it was said. */
export interface PlanRemark extends Omit<Remark, 'id'> {
  readonly eventId: string;
  readonly trailId: string;
  readonly planId: string;
  readonly planVersion: number;
}

/** A remark with what became of it. */
export interface AnsweredRemark extends PlanRemark {
  readonly answer: RemarkAnswer | null;
}

/** A trail as the server keeps it: its events, in order. */
export interface TrailLog {
  readonly trailId: string;
  readonly events: readonly TrailEvent[];
}

/** Body of `POST /api/trails/:trailId/events`: events in their order, those that are there already included. */
export const appendEventsSchema = closedObject({ events: array(trailEventSchema).required().min(1).max(500) });
/** Query of `GET /api/trails/:trailId/live`: how many events the asker has already. */
export const liveTrailQuerySchema = closedObject({ seen: wholeNumber(10_000_000) });
export const trailParamsSchema = closedObject({ trailId: idText() });
export type AppendEvents = Checked<typeof appendEventsSchema>;

/** Answer to it: how many events the trail has now. All that were sent are stored, durably. */
export interface Appended {
  readonly eventCount: number;
}
