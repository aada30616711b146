import { groupBy } from '@probe-trail/core/list';
import {
  type PlanListItem,
  type PlanVersion,
  type PlanVersionInfo,
  planFormatVersion,
  upgradePlan,
} from '@probe-trail/core/plan';
import { and, asc, desc, eq, getTableColumns, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { type PlanRows, toPlanRows } from './planRows.js';
import {
  type ListRow,
  planPartTable,
  planSubjectTable,
  planUsageTable,
  planVersionTable as table,
  toListItem,
  toPlanVersion,
  toVersionInfo,
} from './table.js';

/** A version with its document, as the JSON that is answered. */
export interface SentVersion extends PlanVersionInfo {
  readonly json: string;
}

export type PlanStore = ReturnType<typeof makePlanStore>;

/** Who saves, and when. */
export interface Stamp {
  readonly by: string;
  readonly atMs: number;
}

const libraryRows = 600;

const { document: _, ...listColumns } = getTableColumns(table);
const isDraftOf = (planId: string) => and(eq(table.planId, planId), inArray(table.state, ['draft', 'inReview']));

export function makePlanStore({ orm }: Database) {
  const one = async (where: ReturnType<typeof and>): Promise<PlanVersion | undefined> => {
    const [row] = await orm.select().from(table).where(where).orderBy(desc(table.version)).limit(1);
    return row && toPlanVersion(row);
  };

  const info = async (where: ReturnType<typeof and>): Promise<PlanVersionInfo | undefined> => {
    const [row] = await orm.select(listColumns).from(table).where(where).orderBy(desc(table.version)).limit(1);
    return row && toVersionInfo(row);
  };

  /** A version as it is answered. A document of today's format goes out as the text that it is: reading a large one holds others up. */
  const sent = async (where: ReturnType<typeof and>): Promise<SentVersion | undefined> => {
    const text = sql<string>`${table.document}`;
    const format = sql<number>`${table.document} ->> '$.formatVersion'`;
    const [row] = await orm
      .select({ ...listColumns, text, format })
      .from(table)
      .where(where)
      .orderBy(desc(table.version))
      .limit(1);
    if (!row) return undefined;
    const version = toVersionInfo(row);
    const document = row.format === planFormatVersion ? row.text : JSON.stringify(upgradePlan(JSON.parse(row.text)));
    return { ...version, json: `${JSON.stringify(version).slice(0, -1)},"document":${document}}` };
  };

  /** What a document gives, the document itself as the text that it is already. */
  const columnsOf = ({ etag, columns, document }: PlanRows) => ({ etag, ...columns, document: sql`${document}` });

  const add = async (rows: PlanRows, version: number, { by, atMs }: Stamp): Promise<boolean> => {
    const { planId } = rows;
    const row = { planId, version, state: 'draft', savedAtMs: atMs, savedBy: by, ...columnsOf(rows) } as const;
    const [added] = await orm.batch([
      orm.insert(table).values(row).onConflictDoNothing(),
      ...keepUsages(rows, inArray(table.state, ['draft', 'inReview'])),
    ]);
    return added.rowsAffected === 1;
  };

  return {
    /** The first plans by title; the others are found by searching. */
    list: async (): Promise<PlanListItem[]> => {
      const rows: ListRow[] = await orm
        .select(listColumns)
        .from(table)
        .orderBy(asc(table.title), asc(table.planId), asc(table.version))
        .limit(libraryRows);
      return [...groupBy(rows, ({ planId }) => planId).values()].map(toListItem);
    },

    listItem: async (planId: string): Promise<PlanListItem | undefined> => {
      const rows: ListRow[] = await orm
        .select(listColumns)
        .from(table)
        .where(eq(table.planId, planId))
        .orderBy(asc(table.version));
      return rows.length > 0 ? toListItem(rows) : undefined;
    },

    /** All versions of a plan, newest first. */
    versions: async (planId: string): Promise<PlanVersionInfo[]> => {
      const rows = await orm
        .select(listColumns)
        .from(table)
        .where(eq(table.planId, planId))
        .orderBy(desc(table.version));
      return rows.map(toVersionInfo);
    },

    version: (planId: string, version: number) => one(and(eq(table.planId, planId), eq(table.version, version))),
    sentVersion: (planId: string, version: number) => sent(and(eq(table.planId, planId), eq(table.version, version))),
    sentDraft: (planId: string) => sent(isDraftOf(planId)),
    draftInfo: (planId: string) => info(isDraftOf(planId)),
    newestInfo: (planId: string) => info(eq(table.planId, planId)),
    retiredInfo: (planId: string) => info(and(eq(table.planId, planId), eq(table.state, 'retired'))),
    /** The document of a version as it is stored. */
    documentText: async ({ planId, version }: Pick<PlanVersionInfo, 'planId' | 'version'>): Promise<string> => {
      const [row] = await orm
        .select({ text: sql<string>`${table.document}` })
        .from(table)
        .where(and(eq(table.planId, planId), eq(table.version, version)));
      return row?.text ?? '';
    },
    released: (planId: string) => one(and(eq(table.planId, planId), eq(table.state, 'released'))),

    /** Adds a draft version. @returns whether it was added; not when that version, or another draft, is there already */
    add,

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
        ...keepUsages(rows, isDraft),
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
        ...makeFindable(rows),
        ...keepUsages(rows, eq(table.state, 'released')),
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

    /** Offers a plan no longer: no job finds it, and no trail begins on it. */
    retire: async (planId: string): Promise<void> => {
      await orm.batch([
        orm
          .delete(planUsageTable)
          .where(
            and(
              eq(planUsageTable.planId, planId),
              sql`version IN (SELECT version FROM plan_version WHERE plan_id = ${planId} AND state = 'released')`,
            ),
          ),
        orm
          .update(table)
          .set({ state: 'retired' })
          .where(and(eq(table.planId, planId), eq(table.state, 'released'))),
        orm.delete(planSubjectTable).where(eq(planSubjectTable.planId, planId)),
        orm.delete(planPartTable).where(eq(planPartTable.planId, planId)),
      ]);
    },

    /** Offers it again, as it was. */
    restore: async (rows: PlanRows): Promise<void> => {
      await orm.batch([
        orm
          .update(table)
          .set({ state: 'released' })
          .where(and(eq(table.planId, rows.planId), eq(table.state, 'retired'))),
        ...makeFindable(rows),
        ...keepUsages(rows, eq(table.state, 'released')),
      ]);
    },

    /** Notes what every plan uses, in a database that was made before this was noted. */
    noteUsages: async (): Promise<void> => {
      const [noted] = await orm.select({ planId: planUsageTable.planId }).from(planUsageTable).limit(1);
      if (noted) return;
      const ids = await orm.selectDistinct({ planId: table.planId }).from(table);
      for (const { planId } of ids) {
        const newest = await one(and(eq(table.planId, planId), inArray(table.state, ['released'])));
        const draft = await one(isDraftOf(planId));
        for (const found of [newest, draft])
          if (found)
            await orm.batch(
              keepUsages({ ...toPlanRows(found.document), etag: found.etag }, eq(table.version, found.version)),
            );
      }
    },
  };

  /**
   * Notes what the version uses that has this document, where there is one in that state in the same transaction, and forgets the
   * versions between the one that is followed and the draft.
   */
  function keepUsages({ planId, etag, usages }: PlanRows, isThere: ReturnType<typeof and>) {
    const version = orm
      .select({ version: table.version })
      .from(table)
      .where(and(eq(table.planId, planId), eq(table.etag, etag), isThere))
      .orderBy(desc(table.version))
      .limit(1);
    return [
      orm
        .delete(planUsageTable)
        .where(
          and(
            eq(planUsageTable.planId, planId),
            sql`(version = (${version}) OR version < (SELECT max(version) FROM plan_version WHERE plan_id = ${planId} AND state = 'released'))`,
          ),
        ),
      orm.run(sql`
        INSERT INTO plan_usage (plan_id, version, how, what, step_id, step_title)
        SELECT ${planId}, (${version}), value ->> 'how', value ->> 'what', value ->> 'stepId', value ->> 'stepTitle'
        FROM json_each(${usages}) WHERE (${version}) IS NOT NULL`),
    ] as const;
  }

  /** Only where the version of this document has been released in the same transaction, so nothing is found that is not there. */
  function makeFindable({ planId, etag, subjects, parts }: PlanRows) {
    const isReleased = sql`EXISTS (SELECT 1 FROM plan_version WHERE plan_id = ${planId} AND etag = ${etag} AND state = 'released')`;
    return [
      orm.delete(planSubjectTable).where(and(eq(planSubjectTable.planId, planId), isReleased)),
      orm.run(sql`
        INSERT INTO plan_subject (plan_id, kind, value)
        SELECT ${planId}, value ->> 'kind', value ->> 'value' FROM json_each(${subjects}) WHERE ${isReleased}`),
      orm.delete(planPartTable).where(and(eq(planPartTable.planId, planId), isReleased)),
      orm.run(sql`
        INSERT INTO plan_part (plan_id, name, detail)
        SELECT ${planId}, value ->> 'name', value ->> 'detail' FROM json_each(${parts}) WHERE ${isReleased}`),
    ] as const;
  }
}
