import type { TrailEvent, TrailListItem } from '@probe-trail/core/trail';
import { asc, desc, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { type EventRow, trailEventTable, trailTable } from './table.js';

/** What one append writes: the new events, and the trail's line in the list after them. */
export interface Append {
  readonly rows: readonly EventRow[];
  readonly line: TrailListItem;
}

export type TrailStore = ReturnType<typeof makeTrailStore>;

// SQLite takes 32,766 values in a statement, and a row has four.
const rowsInStatement = 2000;

export const makeTrailStore = ({ orm }: Database) => ({
  list: (): Promise<TrailListItem[]> =>
    orm.select().from(trailTable).orderBy(desc(trailTable.lastEventAtMs)).limit(200),

  events: async (trailId: string): Promise<TrailEvent[]> => {
    const rows = await orm
      .select({ event: trailEventTable.event })
      .from(trailEventTable)
      .where(eq(trailEventTable.trailId, trailId))
      .orderBy(asc(trailEventTable.seq));
    return rows.map(({ event }) => event);
  },

  /** Writes all appends or none, on the disk when the promise resolves. */
  write: async (appends: readonly Append[]): Promise<void> => {
    const rows = appends.flatMap((append) => append.rows);
    const newest = [...new Map(appends.map(({ line }) => [line.trailId, line])).values()];
    const lines = orm
      .insert(trailTable)
      .values(newest)
      .onConflictDoUpdate({ target: trailTable.trailId, set: fromExcluded });
    const chunks = Array.from({ length: Math.ceil(rows.length / rowsInStatement) }, (_, index) =>
      orm.insert(trailEventTable).values(rows.slice(index * rowsInStatement, (index + 1) * rowsInStatement)),
    );
    await orm.batch([lines, ...chunks]);
  },
});

const fromExcluded = {
  lastEventAtMs: sql`excluded.last_event_at_ms`,
  concludedWith: sql`excluded.concluded_with`,
  atStep: sql`excluded.at_step`,
};
