import type { UsageHow } from '@probe-trail/core/library';
import {
  type Plan,
  type PlanListItem,
  type PlanVersion,
  type PlanVersionInfo,
  upgradePlan,
  type VersionState,
} from '@probe-trail/core/plan';
import { sql } from 'drizzle-orm';
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

/** One row a version. What the library lists is in columns; the document is only carried. */
export const planVersionTable = sqliteTable(
  'plan_version',
  {
    planId: text('plan_id').notNull(),
    version: integer().notNull(),
    state: text().$type<VersionState>().notNull(),
    title: text().notNull(),
    summary: text().notNull(),
    appliesTo: text('applies_to', { mode: 'json' }).$type<Plan['appliesTo']>().notNull(),
    expectedMinutes: integer('expected_minutes').notNull(),
    tools: text({ mode: 'json' }).$type<readonly string[]>().notNull(),
    stepCount: integer('step_count').notNull(),
    suspectCount: integer('suspect_count').notNull(),
    /** Kept on every device, so that a trail can begin without a network. */
    offline: integer({ mode: 'boolean' }).notNull().default(false),
    isBlock: integer('is_block', { mode: 'boolean' }).notNull().default(false),
    etag: text().notNull(),
    savedAtMs: integer('saved_at_ms').notNull(),
    savedBy: text('saved_by').notNull(),
    releasedAtMs: integer('released_at_ms'),
    notes: text().notNull().default(''),
    approvedBy: text('approved_by'),
    document: text({ mode: 'json' }).$type<Plan>().notNull(),
  },
  (version) => [
    primaryKey({ columns: [version.planId, version.version] }),
    // A plan has one draft at most, in review or not, whoever asks for it at the same time.
    uniqueIndex('plan_version_one_open').on(version.planId).where(sql`state IN ('draft', 'inReview')`),
    index('plan_version_by_title').on(version.title, version.planId, version.version),
  ],
);

/** What the newest released version of a plan speaks of: by this plans are found for a job. */
export const planSubjectTable = sqliteTable(
  'plan_subject',
  {
    planId: text('plan_id').notNull(),
    kind: text().$type<'code' | 'word'>().notNull(),
    /** A fault code without failure type, or a word as the core's `wordsOf` gives it. */
    value: text().notNull(),
  },
  (subject) => [
    primaryKey({ columns: [subject.kind, subject.value, subject.planId] }),
    index('plan_subject_by_plan').on(subject.planId),
  ],
);

/** The parts and pins of the newest released version of a plan, to be searched. */
export const planPartTable = sqliteTable(
  'plan_part',
  {
    // The full-text index refers to it.
    rowId: integer('row_id').primaryKey({ autoIncrement: true }),
    planId: text('plan_id').notNull(),
    name: text().notNull(),
    detail: text().notNull(),
  },
  (part) => [index('plan_part_by_plan').on(part.planId)],
);

/** What the draft of a plan, and the version that is followed, use of what others use too: pins, part cards, blocks. */
export const planUsageTable = sqliteTable(
  'plan_usage',
  {
    planId: text('plan_id').notNull(),
    version: integer().notNull(),
    how: text().$type<UsageHow>().notNull(),
    what: text().notNull(),
    stepId: text('step_id'),
    stepTitle: text('step_title').notNull(),
  },
  (usage) => [
    index('plan_usage_by_what').on(usage.what, usage.how),
    index('plan_usage_by_plan').on(usage.planId, usage.version),
  ],
);

type Row = typeof planVersionTable.$inferSelect;
export type ListRow = Omit<Row, 'document'>;

export const toVersionInfo = ({
  planId,
  version,
  state,
  etag,
  savedAtMs,
  savedBy,
  releasedAtMs,
  notes,
  approvedBy,
}: ListRow): PlanVersionInfo => ({
  planId,
  version,
  state,
  etag,
  savedAtMs,
  savedBy,
  releasedAtMs,
  notes,
  approvedBy,
});

/** A document that was released in an earlier format says in today's what it said then. */
export const toPlanVersion = (row: Row): PlanVersion => ({
  ...toVersionInfo(row),
  document: upgradePlan(row.document) as Plan,
});

/** Whether a version can still be written. */
export const isOpenState = (state: VersionState): boolean => state === 'draft' || state === 'inReview';

/** One line of the library from all versions of one plan, newest last. */
export function toListItem(versions: readonly ListRow[]): PlanListItem {
  const newest = versions.at(-1);
  if (!newest) throw new Error('a plan without versions has no line in the library');
  const released = versions.findLast(({ state }) => state === 'released');
  const retired = released ? undefined : versions.findLast(({ state }) => state === 'retired');
  const draft = versions.findLast(({ state }) => isOpenState(state));
  const { planId, title, summary, appliesTo, expectedMinutes, stepCount, suspectCount, offline, isBlock } =
    released ?? retired ?? newest;
  return {
    planId,
    title,
    summary,
    lines: appliesTo.lines,
    codes: appliesTo.codes,
    expectedMinutes,
    stepCount,
    suspectCount,
    offline,
    isBlock,
    released: released ? toVersionInfo(released) : null,
    retired: retired ? toVersionInfo(retired) : null,
    draft: draft ? toVersionInfo(draft) : null,
  };
}
