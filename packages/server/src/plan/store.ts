import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { forgetFindable, makeFindable } from './findable.js';
import type { PlanRows } from './planRows.js';
import { planVersionTable as table } from './table.js';
import { forgetUsages, keepUsages, noteUsages } from './usages.js';
import { isDraftOf, makeVersionReads } from './versionReads.js';

/** Who saves, and when. */
export interface Stamp {
  readonly by: string;
  readonly atMs: number;
}

export type PlanStore = ReturnType<typeof makePlanStore>;

/** The stored versions of plans: read, written as drafts, released, and no longer offered. */
export function makePlanStore(database: Database) {
  const reads = makeVersionReads(database);
  return {
    ...reads,
    ...draftWrites(database),
    ...offerWrites(database),
    noteUsages: () => noteUsages(database.orm, reads),
  };
}

/** What a document gives, the document itself as the text that it is already. */
const columnsOf = ({ etag, columns, document }: PlanRows) => ({ etag, ...columns, document: sql`${document}` });

const draftWrites = ({ orm }: Database) => ({
  /** Adds a draft version. @returns whether it was added; not when that version, or another draft, is there already */
  add: async (rows: PlanRows, version: number, { by, atMs }: Stamp): Promise<boolean> => {
    const { planId } = rows;
    const row = { planId, version, state: 'draft', savedAtMs: atMs, savedBy: by, ...columnsOf(rows) } as const;
    const [added] = await orm.batch([
      orm.insert(table).values(row).onConflictDoNothing(),
      ...keepUsages(orm, rows, inArray(table.state, ['draft', 'inReview'])),
    ]);
    return added.rowsAffected === 1;
  },

  /** Saves a draft over the one with that etag. @returns whether it was that one */
  save: async (rows: PlanRows, etag: string, { by, atMs }: Stamp): Promise<boolean> => {
    const isDraft = isDraftOf(rows.planId);
    // What was approved is what was read: a change takes that away.
    const change = { savedAtMs: atMs, savedBy: by, approvedBy: null, ...columnsOf(rows) };
    const [saved] = await orm.batch([
      orm
        .update(table)
        .set(change)
        .where(and(isDraft, eq(table.etag, etag))),
      ...keepUsages(orm, rows, isDraft),
    ]);
    return saved.rowsAffected === 1;
  },

  /**
   * Makes the draft with that etag a released version, which never changes again, and what it speaks of findable.
   * @returns whether it was that one
   */
  release: async (rows: PlanRows, etag: string, notes: string, atMs: number): Promise<boolean> => {
    const { planId } = rows;
    const [released] = await orm.batch([
      orm
        .update(table)
        .set({ state: 'released', releasedAtMs: atMs, notes })
        .where(and(isDraftOf(planId), eq(table.etag, etag))),
      ...makeFindable(orm, rows),
      ...keepUsages(orm, rows, eq(table.state, 'released')),
    ]);
    return released.rowsAffected === 1;
  },

  /** Changes the draft with that etag without its document. @returns whether it was that one */
  markDraft: async (
    planId: string,
    etag: string,
    change: { readonly state?: 'draft' | 'inReview'; readonly approvedBy?: string | null },
  ): Promise<boolean> =>
    (
      await orm
        .update(table)
        .set(change)
        .where(and(isDraftOf(planId), eq(table.etag, etag)))
    ).rowsAffected === 1,
});

/** A released plan is offered, or it is no longer. */
const offerWrites = ({ orm }: Database) => ({
  /** Offers a plan no longer: no job finds it, and no trail begins on it. */
  retire: async (planId: string): Promise<void> => {
    await orm.batch([
      forgetUsages(orm, planId),
      orm
        .update(table)
        .set({ state: 'retired' })
        .where(and(eq(table.planId, planId), eq(table.state, 'released'))),
      ...forgetFindable(orm, planId),
    ]);
  },

  /** Offers it again, as it was. */
  restore: async (rows: PlanRows): Promise<void> => {
    await orm.batch([
      orm
        .update(table)
        .set({ state: 'released' })
        .where(and(eq(table.planId, rows.planId), eq(table.state, 'retired'))),
      ...makeFindable(orm, rows),
      ...keepUsages(orm, rows, eq(table.state, 'released')),
    ]);
  },
});
