import type { PlanComment, RemarkAnswer } from '@probe-trail/core/review';
import { and, asc, eq } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { remarkAnswerTable as answers, planCommentTable as comments } from './table.js';

export type ReviewStore = ReturnType<typeof makeReviewStore>;

/** Comments on versions and answers to remarks. */
export const makeReviewStore = ({ orm }: Database) => ({
  commentsOf: (planId: string): Promise<PlanComment[]> =>
    orm.select().from(comments).where(eq(comments.planId, planId)).orderBy(asc(comments.atMs)),

  addComment: async (comment: PlanComment): Promise<void> => {
    await orm.insert(comments).values(comment);
  },

  /** @returns whether there is such a comment */
  setDone: async (planId: string, commentId: string, isDone: boolean): Promise<boolean> =>
    (
      await orm
        .update(comments)
        .set({ isDone })
        .where(and(eq(comments.planId, planId), eq(comments.commentId, commentId)))
    ).rowsAffected === 1,

  answersOf: (planId: string): Promise<RemarkAnswer[]> =>
    orm
      .select({
        eventId: answers.eventId,
        version: answers.version,
        text: answers.text,
        by: answers.by,
        atMs: answers.atMs,
      })
      .from(answers)
      .where(eq(answers.planId, planId)),

  /** The last answer counts. */
  putAnswer: async (planId: string, answer: RemarkAnswer): Promise<void> => {
    const { eventId: _, ...change } = answer;
    await orm
      .insert(answers)
      .values({ ...answer, planId })
      .onConflictDoUpdate({ target: answers.eventId, set: change });
  },
});
