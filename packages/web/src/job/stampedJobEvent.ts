import { type JobEvent, type NewJobEvent, stampJobEvent } from '@probe-trail/core/job';
import { nanoid } from 'nanoid';
import { nowMs } from '../device/clock';

/** The entry as it is made on this device now. */
export const stampedJobEvent = (event: NewJobEvent, by: string): JobEvent =>
  stampJobEvent(event, { id: nanoid(), atMs: nowMs(), by });
