import { createHash } from 'node:crypto';
import type { KnownGood, LibraryCard, LibraryCardInfo, Usage, UsageQuery } from '@probe-trail/core/library';
import type { PartCard } from '@probe-trail/core/plan';
import { and, asc, eq, getTableColumns, gte, inArray, lt, or, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import type { Stamp } from '../plan/store.js';
import { planUsageTable, planVersionTable } from '../plan/table.js';
import { checksOfLine } from './checksOfLine.js';
import { libraryCardTable as table } from './table.js';

export type LibraryStore = ReturnType<typeof makeLibraryStore>;

const afterDot = String.fromCharCode('·'.charCodeAt(0) + 1);

const mostCards = 1000;
const mostUsages = 1000;

const { card: _, ...infoColumns } = getTableColumns(table);

const howOf = { pin: ['measured', 'mentioned'], card: ['card'], block: ['block'] } as const;

const etagOf = (card: PartCard): string =>
  createHash('sha256').update(JSON.stringify(card)).digest('base64url').slice(0, 22);

export const makeLibraryStore = ({ orm }: Database) => ({
  checks: (line: string) => checksOfLine(orm, line),

  /** The cards by name. */
  cards: (): Promise<LibraryCardInfo[]> =>
    orm
      .select({
        ...infoColumns,
        planCount: sql<number>`(SELECT count(DISTINCT plan_id) FROM plan_usage WHERE what = card_id AND how = 'card')`,
      })
      .from(table)
      .orderBy(asc(table.name), asc(table.cardId))
      .limit(mostCards),

  /** The known-good captures of all cards, by the names of the cards. */
  references: (): Promise<KnownGood[]> =>
    orm.all(sql`
      SELECT card_id AS cardId, ${table.name} AS cardName, reference.value ->> '$.id' AS referenceId,
        reference.value ->> '$.name' AS name, reference.value ->> '$.unit' AS unit
      FROM ${table}, json_each(${table.card}, '$.references') AS reference
      ORDER BY ${table.name}, ${table.cardId}, reference.key
      LIMIT ${mostCards}`),

  card: async (cardId: string): Promise<LibraryCard | undefined> => {
    const [row] = await orm.select().from(table).where(eq(table.cardId, cardId));
    return row;
  },

  /**
   * Keeps a card: a new one, or one over that which was seen.
   * @param seen its etag; `undefined` for a card that should be new
   * @returns whether it was that one; saving the same twice is harmless
   */
  keep: async (card: PartCard, seen: string | undefined, { by, atMs }: Stamp): Promise<boolean> => {
    const { id: cardId, name, place } = card;
    const change = { name, place, card, etag: etagOf(card), savedAtMs: atMs, savedBy: by };
    const done =
      seen === undefined
        ? await orm
            .insert(table)
            .values({ cardId, ...change })
            .onConflictDoNothing()
        : await orm
            .update(table)
            .set(change)
            .where(and(eq(table.cardId, cardId), inArray(table.etag, [seen, change.etag])));
    return done.rowsAffected === 1;
  },

  /** Takes a card out of the library; plans keep their copies. */
  remove: async (cardId: string): Promise<void> => {
    await orm.delete(table).where(eq(table.cardId, cardId));
  },

  /** Where plans use a thing: in their drafts, and in the versions that are followed. A connector means all of its pins. */
  usages: ({ of, what }: UsageQuery): Promise<Usage[]> => {
    const wanted = what.trim().replace('.', '·');
    const { planId, version, how, stepId, stepTitle } = planUsageTable;
    const isWanted =
      of === 'pin' && !wanted.includes('·')
        ? // What begins with the connector and a dot, as a range, so that the index is used.
          and(gte(planUsageTable.what, `${wanted}·`), lt(planUsageTable.what, `${wanted}${afterDot}`))
        : eq(planUsageTable.what, of === 'pin' ? wanted : what);
    return orm
      .select({
        planId,
        version,
        how,
        what: planUsageTable.what,
        stepId,
        stepTitle,
        planTitle: planVersionTable.title,
        state: planVersionTable.state,
        lines: sql<readonly string[]>`${planVersionTable.appliesTo} ->> '$.lines'`.mapWith(
          (text: string): readonly string[] => JSON.parse(text),
        ),
      })
      .from(planUsageTable)
      .innerJoin(planVersionTable, and(eq(planVersionTable.planId, planId), eq(planVersionTable.version, version)))
      .where(and(isWanted, or(...howOf[of].map((one) => eq(how, one)))))
      .orderBy(asc(planVersionTable.title), asc(planId), asc(version), asc(planUsageTable.what), asc(stepTitle))
      .limit(mostUsages);
  },
});
