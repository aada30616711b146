import { array } from 'yup';
import type { CodeSheet } from '../codes/index.js';
import { type Checked, closedObject, idText } from '../schema/index.js';
import type { TrailListItem } from '../trail/index.js';
import { type JobEvent, jobEventSchema } from './jobEvent.js';
import type { Standing } from './standing.js';
import type { Unplugged } from './unplugged.js';

/** One line of the board. */
export interface JobListItem {
  readonly jobId: string;
  readonly vehicleId: string;
  readonly fleetNumber: string;
  readonly complaint: string;
  readonly takenInAtMs: number;
  readonly lastEventAtMs: number;
  readonly assignedTo: string;
  readonly waitsFor: string;
  readonly standing: Standing;
  /** What it is at: the open step of its trail, the cause that was found, or that the complaint did not show; empty before. */
  readonly at: string;
}

/** A job as the server keeps it, with what hangs on it. */
export interface JobLog {
  readonly jobId: string;
  readonly events: readonly JobEvent[];
  /** In the order in which they were kept. */
  readonly sheets: readonly CodeSheet[];
  readonly trails: readonly TrailListItem[];
  /** What was unplugged on its trails. */
  readonly unplugged: readonly Unplugged[];
}

/** Body of `POST /api/jobs/:jobId/events`. */
export const appendJobEventsSchema = closedObject({ events: array(jobEventSchema).required().min(1).max(100) });
export type AppendJobEvents = Checked<typeof appendJobEventsSchema>;
export const jobParamsSchema = closedObject({ jobId: idText() });
