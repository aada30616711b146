import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import type { PlanRows } from './planRows.js';
import { planPartTable, planSubjectTable } from './table.js';

/** Only where the version of this document has been released in the same transaction, so nothing is found that is not there. */
export function makeFindable(orm: Database['orm'], { planId, etag, subjects, parts }: PlanRows) {
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

/** No job finds the plan any more, and no search its parts. */
export const forgetFindable = (orm: Database['orm'], planId: string) =>
  [
    orm.delete(planSubjectTable).where(eq(planSubjectTable.planId, planId)),
    orm.delete(planPartTable).where(eq(planPartTable.planId, planId)),
  ] as const;
