import type { CardCheck } from '@probe-trail/core/library';
import { type PartCard, upgradePartCard } from '@probe-trail/core/plan';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { planUsageTable, planVersionTable } from '../plan/table.js';

/** What the part cards of the plans that are followed on a line say of the values of its vehicles. */
export async function checksOfLine(orm: Database['orm'], line: string): Promise<CardCheck[]> {
  const { planId, version, document, state, appliesTo } = planVersionTable;
  const newest = sql`(SELECT max(other.version) FROM plan_version other WHERE other.plan_id = ${planId} AND other.state = 'released')`;
  const rows = await orm
    .select({ planId, cards: sql<string>`json_extract(${document}, '$.partCards')` })
    .from(planVersionTable)
    .where(
      and(
        // Few plans have any: the documents of the others are not opened.
        inArray(
          planId,
          orm.select({ planId: planUsageTable.planId }).from(planUsageTable).where(eq(planUsageTable.how, 'checked')),
        ),
        eq(state, 'released'),
        eq(version, newest),
        sql`(json_array_length(${appliesTo}, '$.lines') = 0 OR ${line} IN (SELECT value FROM json_each(${appliesTo}, '$.lines')))`,
      ),
    )
    .orderBy(asc(planVersionTable.title), asc(planId));
  return rows.flatMap((row) =>
    (JSON.parse(row.cards) as readonly PartCard[])
      .map(upgradePartCard)
      .flatMap(({ id: cardId, name: cardName, physicalChecks }) =>
        physicalChecks.map((check) => ({ planId: row.planId, cardId, cardName, check })),
      ),
  );
}
