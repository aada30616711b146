import {
  complaintCheckOf,
  isRepaired,
  type Job,
  type JobEvent,
  type ProofVerdict,
  type Stage,
} from '@probe-trail/core/job';
import { sql } from 'drizzle-orm';
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { vehicleTable } from '../vehicle/table.js';

/** One row a job: what the board shows, kept up with every event. */
export const jobTable = sqliteTable(
  'job',
  {
    // The full-text index refers to it.
    rowId: integer('row_id').primaryKey({ autoIncrement: true }),
    jobId: text('job_id').notNull().unique(),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicleTable.vehicleId),
    complaint: text().notNull(),
    takenInAtMs: integer('taken_in_at_ms').notNull(),
    lastEventAtMs: integer('last_event_at_ms').notNull(),
    assignedTo: text('assigned_to').notNull(),
    waitsFor: text('waits_for').notNull(),
    stage: text().$type<Stage>().notNull(),
    isRepaired: integer('is_repaired', { mode: 'boolean' }).notNull().default(false),
    provenAs: text('proven_as').$type<ProofVerdict>(),
    complaintCheck: text('complaint_check').$type<'confirmed' | 'notReproduced'>(),
  },
  (job) => [
    index('job_open').on(job.takenInAtMs).where(sql`stage <> 'gone'`),
    index('job_by_vehicle').on(job.vehicleId, job.takenInAtMs),
  ],
);

/** The log of a job: appended to, never changed. */
export const jobEventTable = sqliteTable(
  'job_event',
  {
    jobId: text('job_id').notNull(),
    seq: integer().notNull(),
    eventId: text('event_id').notNull(),
    /** By which entries are counted and listed; one that counts no more is `voided` here, and stays what it was in `event`. */
    kind: text().$type<JobEvent['kind'] | 'voided'>().notNull(),
    atMs: integer('at_ms').notNull(),
    event: text({ mode: 'json' }).$type<JobEvent>().notNull(),
  },
  (event) => [
    primaryKey({ columns: [event.jobId, event.seq] }),
    index('job_event_plan_missed').on(event.atMs).where(sql`kind = 'planMissed'`),
  ],
);

/** The columns that a state gives. */
export const jobColumns = (job: Job) => ({
  vehicleId: job.vehicleId,
  complaint: job.arrival.complaint,
  takenInAtMs: job.takenInAtMs,
  lastEventAtMs: job.lastEventAtMs,
  assignedTo: job.assignedTo,
  waitsFor: job.waitsFor,
  stage: job.stage,
  isRepaired: isRepaired(job),
  provenAs: job.proof?.verdict ?? null,
  complaintCheck: complaintCheckOf(job),
});
