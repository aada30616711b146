import { createHash } from 'node:crypto';
import type { Plan, PlanListItem, PlanVersion } from '@probe-trail/core/plan';
import { and, asc, desc, eq, getTableColumns } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { columnsOf, type ListRow, planVersionTable as table, toListItem, toPlanVersion } from './table.js';

export type PlanStore = ReturnType<typeof makePlanStore>;

/** Who saves, and when. */
export interface Stamp {
  readonly by: string;
  readonly atMs: number;
}

/** The etag of a document is its content: saving the same twice is harmless. */
export const etagOf = (document: Plan): string =>
  createHash('sha256').update(JSON.stringify(document)).digest('base64url').slice(0, 22);

const { document: _, ...listColumns } = getTableColumns(table);
const isDraftOf = (planId: string) => and(eq(table.planId, planId), eq(table.state, 'draft'));

export function makePlanStore({ orm }: Database) {
  const one = async (where: ReturnType<typeof and>): Promise<PlanVersion | undefined> => {
    const [row] = await orm.select().from(table).where(where).orderBy(desc(table.version)).limit(1);
    return row && toPlanVersion(row);
  };

  const add = async (document: Plan, version: number, { by, atMs }: Stamp): Promise<boolean> => {
    const row = {
      planId: document.id,
      version,
      state: 'draft',
      etag: etagOf(document),
      savedAtMs: atMs,
      savedBy: by,
      ...columnsOf(document),
    } as const;
    return (await orm.insert(table).values(row).onConflictDoNothing()).rowsAffected === 1;
  };

  return {
    list: async (): Promise<PlanListItem[]> => {
      const rows: ListRow[] = await orm
        .select(listColumns)
        .from(table)
        .orderBy(asc(table.title), asc(table.planId), asc(table.version));
      return [...byPlan(rows).values()].map(toListItem);
    },

    version: (planId: string, version: number) => one(and(eq(table.planId, planId), eq(table.version, version))),
    draft: (planId: string) => one(isDraftOf(planId)),
    released: (planId: string) => one(and(eq(table.planId, planId), eq(table.state, 'released'))),
    newest: (planId: string) => one(eq(table.planId, planId)),

    /** Adds a draft version. @returns whether it was added; not when that version, or another draft, is there already */
    add,

    /** Saves a draft over the one with that etag. @returns whether it was that one */
    save: async (document: Plan, etag: string, { by, atMs }: Stamp): Promise<boolean> => {
      const change = { etag: etagOf(document), savedAtMs: atMs, savedBy: by, ...columnsOf(document) };
      return (
        (
          await orm
            .update(table)
            .set(change)
            .where(and(isDraftOf(document.id), eq(table.etag, etag)))
        ).rowsAffected === 1
      );
    },

    /** Makes the draft with that etag a released version, which never changes again. @returns whether it was that one */
    release: async (planId: string, etag: string, atMs: number): Promise<boolean> => {
      const change = { state: 'released', releasedAtMs: atMs } as const;
      return (
        (
          await orm
            .update(table)
            .set(change)
            .where(and(isDraftOf(planId), eq(table.etag, etag)))
        ).rowsAffected === 1
      );
    },
  };
}

function byPlan(rows: readonly ListRow[]): ReadonlyMap<string, ListRow[]> {
  const plans = new Map<string, ListRow[]>();
  for (const row of rows) plans.set(row.planId, [...(plans.get(row.planId) ?? []), row]);
  return plans;
}
