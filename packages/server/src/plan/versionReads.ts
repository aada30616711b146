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
import { type ListRow, planVersionTable as table, toListItem, toPlanVersion, toVersionInfo } from './table.js';

/** A version with its document, as the JSON that is answered. */
export interface SentVersion extends PlanVersionInfo {
  readonly json: string;
}

const libraryRows = 600;

const { document: _, ...listColumns } = getTableColumns(table);

/** The draft of a plan, in review or not. */
export const isDraftOf = (planId: string) => and(eq(table.planId, planId), inArray(table.state, ['draft', 'inReview']));

/** What is asked of the stored versions. */
export function makeVersionReads({ orm }: Pick<Database, 'orm'>) {
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

  return {
    one,

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
  };
}
