import type { PlanRemark, TrailEvent, TrailListItem } from '@probe-trail/core/trail';
import { and, asc, desc, eq, gte, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { type EventRow, type RemarkRow, remarkTable, trailEventTable, trailTable } from './table.js';

/** What one append writes: the new events, and the trail's line in the list after them. */
export interface Append {
  readonly rows: readonly EventRow[];
  readonly line: TrailListItem;
  readonly remarks: readonly RemarkRow[];
  /** The log in memory that it goes on from; lost once an append to it could not be stored. */
  readonly log: { isLost: boolean };
}

/** What voiding an entry writes: the entry that says so, and what is no longer listed. */
export interface VoidingRows {
  readonly row: EventRow;
  /** The trail's line in the list; `undefined` where the trail as a whole counts no more. */
  readonly line: TrailListItem | undefined;
  readonly voidedId: string;
}

export type TrailStore = ReturnType<typeof makeTrailStore>;

export const makeTrailStore = ({ orm }: Database) => ({
  list: (): Promise<TrailListItem[]> =>
    orm.select().from(trailTable).orderBy(desc(trailTable.lastEventAtMs)).limit(200),

  ofJob: (jobId: string): Promise<TrailListItem[]> =>
    orm.select().from(trailTable).where(eq(trailTable.jobId, jobId)).orderBy(asc(trailTable.openedAtMs)),

  /** The events in order, without the first `skip` ones. */
  events: async (trailId: string, skip = 0): Promise<TrailEvent[]> => {
    const rows = await orm
      .select({ event: trailEventTable.event })
      .from(trailEventTable)
      .where(and(eq(trailEventTable.trailId, trailId), gte(trailEventTable.seq, skip)))
      .orderBy(asc(trailEventTable.seq));
    return rows.map(({ event }) => event);
  },

  /** What was said of a plan, the newest first. */
  remarksOf: (planId: string): Promise<PlanRemark[]> =>
    orm.select().from(remarkTable).where(eq(remarkTable.planId, planId)).orderBy(desc(remarkTable.atMs)).limit(200),

  /** Writes all appends or none, on the disk when the promise resolves. */
  write: async (appends: readonly Append[]): Promise<void> => {
    const events = appends.flatMap(({ rows }) =>
      rows.map(({ trailId, seq, eventId, event }) => [trailId, seq, eventId, event]),
    );
    const lines = [...new Map(appends.map(({ line }) => [line.trailId, line])).values()];
    const remarks = appends.flatMap((append) => append.remarks);
    await orm.batch([
      orm.run(insertEvents(JSON.stringify(events))),
      orm.run(upsertLines(JSON.stringify(lines))),
      // Remarks are rare: most groups have none.
      ...(remarks.length > 0 ? [orm.run(insertRemarks(JSON.stringify(remarks)))] : []),
    ]);
  },

  writeVoiding: async ({ row, line, voidedId }: VoidingRows): Promise<void> => {
    const { trailId, seq, eventId, event } = row;
    await orm.batch([
      orm.run(insertEvents(JSON.stringify([[trailId, seq, eventId, event]]))),
      orm.delete(trailTable).where(eq(trailTable.trailId, trailId)),
      orm.run(upsertLines(JSON.stringify(line ? [line] : []))),
      orm.delete(remarkTable).where(eq(remarkTable.eventId, voidedId)),
    ]);
  },
});

// One statement with one parameter however many rows a group has: building and preparing a statement for each size of
// group cost more than writing it.
const insertEvents = (rows: string) => sql`
  INSERT INTO trail_event (trail_id, seq, event_id, event)
  SELECT value ->> 0, value ->> 1, value ->> 2, value -> 3 FROM json_each(${rows})`;

const upsertLines = (lines: string) => sql`
  INSERT INTO trail (trail_id, job_id, plan_id, plan_version, plan_title, fleet_number, complaint, opened_at_ms, opened_by,
    last_event_at_ms, concluded_with, at_step)
  SELECT value ->> 'trailId', value ->> 'jobId', value ->> 'planId', value ->> 'planVersion', value ->> 'planTitle', value ->> 'fleetNumber',
    value ->> 'complaint', value ->> 'openedAtMs', value ->> 'openedBy', value ->> 'lastEventAtMs', value ->> 'concludedWith',
    value ->> 'atStep'
  FROM json_each(${lines}) WHERE true
  ON CONFLICT (trail_id) DO UPDATE SET last_event_at_ms = excluded.last_event_at_ms,
    concluded_with = excluded.concluded_with, at_step = excluded.at_step`;

const insertRemarks = (rows: string) => sql`
  INSERT INTO remark (event_id, trail_id, plan_id, plan_version, step_id, about, text, at_ms, "by")
  SELECT value ->> 'eventId', value ->> 'trailId', value ->> 'planId', value ->> 'planVersion', value ->> 'stepId', value ->> 'about',
    value ->> 'text', value ->> 'atMs', value ->> 'by'
  FROM json_each(${rows}) WHERE true
  ON CONFLICT DO NOTHING`;
