import type { Plan, PlanListItem, PlanVersion, PlanVersionInfo, VersionState } from '@probe-trail/core/plan';
import { sql } from 'drizzle-orm';
import { integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

/** One row a version. What the library lists is in columns; the document is only carried. */
export const planVersionTable = sqliteTable(
  'plan_version',
  {
    planId: text('plan_id').notNull(),
    version: integer().notNull(),
    state: text().$type<VersionState>().notNull(),
    title: text().notNull(),
    summary: text().notNull(),
    lines: text({ mode: 'json' }).$type<readonly string[]>().notNull(),
    stepCount: integer('step_count').notNull(),
    suspectCount: integer('suspect_count').notNull(),
    etag: text().notNull(),
    savedAtMs: integer('saved_at_ms').notNull(),
    savedBy: text('saved_by').notNull(),
    releasedAtMs: integer('released_at_ms'),
    document: text({ mode: 'json' }).$type<Plan>().notNull(),
  },
  (version) => [
    primaryKey({ columns: [version.planId, version.version] }),
    // A plan has one draft at most, whoever asks for it at the same time.
    uniqueIndex('plan_version_one_draft').on(version.planId).where(sql`state = 'draft'`),
  ],
);

type Row = typeof planVersionTable.$inferSelect;
export type ListRow = Omit<Row, 'document'>;

/** The columns that a document gives. */
export const columnsOf = (document: Plan) => ({
  title: document.title,
  summary: document.summary,
  lines: document.appliesTo.lines,
  stepCount: document.steps.length,
  suspectCount: document.suspects.length,
  document,
});

export const toVersionInfo = ({
  planId,
  version,
  state,
  etag,
  savedAtMs,
  savedBy,
  releasedAtMs,
}: ListRow): PlanVersionInfo => ({
  planId,
  version,
  state,
  etag,
  savedAtMs,
  savedBy,
  releasedAtMs,
});

export const toPlanVersion = (row: Row): PlanVersion => ({ ...toVersionInfo(row), document: row.document });

/** One line of the library from all versions of one plan, newest last. */
export function toListItem(versions: readonly ListRow[]): PlanListItem {
  const newest = versions.at(-1);
  if (!newest) throw new Error('a plan without versions has no line in the library');
  const released = versions.findLast(({ state }) => state === 'released');
  const draft = versions.findLast(({ state }) => state === 'draft');
  const { planId, title, summary, lines, stepCount, suspectCount } = released ?? newest;
  return {
    planId,
    title,
    summary,
    lines,
    stepCount,
    suspectCount,
    released: released ? toVersionInfo(released) : null,
    draft: draft ? toVersionInfo(draft) : null,
  };
}
