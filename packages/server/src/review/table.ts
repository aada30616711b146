import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** What readers said of versions. */
export const planCommentTable = sqliteTable(
  'plan_comment',
  {
    commentId: text('comment_id').primaryKey(),
    planId: text('plan_id').notNull(),
    version: integer().notNull(),
    stepId: text('step_id'),
    text: text().notNull(),
    by: text().notNull(),
    atMs: integer('at_ms').notNull(),
    isDone: integer('is_done', { mode: 'boolean' }).notNull().default(false),
  },
  (comment) => [index('plan_comment_by_plan').on(comment.planId, comment.atMs)],
);

/** What became of remarks from the bay, one answer each. */
export const remarkAnswerTable = sqliteTable(
  'remark_answer',
  {
    /** The event with which the remark was made. */
    eventId: text('event_id').primaryKey(),
    planId: text('plan_id').notNull(),
    version: integer().notNull(),
    text: text().notNull(),
    by: text().notNull(),
    atMs: integer('at_ms').notNull(),
  },
  (answer) => [index('remark_answer_by_plan').on(answer.planId)],
);
