import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { type PlanRows, toPlanRows } from './planRows.js';
import { planUsageTable, planVersionTable as table } from './table.js';
import { isDraftOf, type makeVersionReads } from './versionReads.js';

/**
 * Notes what the version uses that has this document, where there is one in that state in the same transaction, and forgets the
 * versions between the one that is followed and the draft.
 */
export function keepUsages(orm: Database['orm'], { planId, etag, usages }: PlanRows, isThere: ReturnType<typeof and>) {
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

/** Forgets what the released version of a plan uses. */
export const forgetUsages = (orm: Database['orm'], planId: string) =>
  orm
    .delete(planUsageTable)
    .where(
      and(
        eq(planUsageTable.planId, planId),
        sql`version IN (SELECT version FROM plan_version WHERE plan_id = ${planId} AND state = 'released')`,
      ),
    );

/** Notes what every plan uses, in a database that was made before this was noted. */
export async function noteUsages(
  orm: Database['orm'],
  { one }: Pick<ReturnType<typeof makeVersionReads>, 'one'>,
): Promise<void> {
  const [noted] = await orm.select({ planId: planUsageTable.planId }).from(planUsageTable).limit(1);
  if (noted) return;
  const ids = await orm.selectDistinct({ planId: table.planId }).from(table);
  for (const { planId } of ids) {
    const newest = await one(and(eq(table.planId, planId), inArray(table.state, ['released'])));
    const draft = await one(isDraftOf(planId));
    for (const found of [newest, draft])
      if (found)
        await orm.batch(
          keepUsages(orm, { ...toPlanRows(found.document), etag: found.etag }, eq(table.version, found.version)),
        );
  }
}
