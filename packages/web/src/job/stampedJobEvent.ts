import type { JobEvent } from '@probe-trail/core/job';
import { nanoid } from '@reduxjs/toolkit';

/** An event without what every event has: id, time and person are added here. */
export type NewJobEvent = JobEvent extends infer One
  ? One extends JobEvent
    ? Omit<One, 'id' | 'atMs' | 'by'>
    : never
  : never;

export const stampedJobEvent = (event: NewJobEvent, by: string): JobEvent =>
  ({ ...event, id: nanoid(), atMs: Date.now(), by }) as JobEvent;
