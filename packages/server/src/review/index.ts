import { planParamsSchema } from '@probe-trail/core/plan';
import {
  type CommentChange,
  commentChangeSchema,
  commentParamsSchema,
  type NewComment,
  type NewRemarkAnswer,
  newCommentSchema,
  remarkAnswerSchema,
  remarkParamsSchema,
} from '@probe-trail/core/review';
import type { FastifyPluginAsync } from 'fastify';
import { answers, answersNothing, creates } from '../answer/index.js';
import { personOf, signedIn } from '../person/index.js';
import type { PlanService } from '../plan/service.js';
import { AppError } from '../problem/index.js';
import type { TrailStore } from '../trail/store.js';
import { commentAnswer, commentsAnswer, remarksAnswer } from './answers.js';
import type { ReviewStore } from './store.js';

export interface ReviewOptions {
  readonly reviews: ReviewStore;
  readonly plans: Pick<PlanService, 'versionOr404'>;
  readonly remarks: Pick<TrailStore, 'remarksOf'>;
  readonly nowMs: () => number;
  readonly newId: () => string;
}

interface PlanRoute {
  Params: { planId: string };
}

/** Reading each other's plans: comments on a version, and what became of the remarks from the bay. */
export const reviewPlugin: FastifyPluginAsync<ReviewOptions> = async (app, options) => {
  const { reviews, plans, remarks, nowMs, newId } = options;
  const config = { needs: 'writePlans' } as const;

  app.get<PlanRoute>(
    '/:planId/comments',
    { schema: { params: planParamsSchema, ...answers(commentsAnswer) }, config: signedIn },
    ({ params: { planId } }) => reviews.commentsOf(planId),
  );

  app.post<PlanRoute & { Body: NewComment }>(
    '/:planId/comments',
    { schema: { params: planParamsSchema, body: newCommentSchema, ...creates(commentAnswer) }, config },
    async (request, reply) => {
      const { planId } = request.params;
      await plans.versionOr404(planId, request.body.version);
      const comment = {
        ...request.body,
        commentId: newId(),
        planId,
        by: personOf(request).name,
        atMs: nowMs(),
        isDone: false,
      };
      await reviews.addComment(comment);
      return reply.code(201).send(comment);
    },
  );

  app.put<{ Params: { planId: string; commentId: string }; Body: CommentChange }>(
    '/:planId/comments/:commentId',
    { schema: { params: commentParamsSchema, body: commentChangeSchema, ...answersNothing }, config },
    async ({ params: { planId, commentId }, body: { isDone } }, reply) => {
      if (!(await reviews.setDone(planId, commentId, isDone)))
        throw new AppError('COMMENT_NOT_FOUND', `There is no comment “${commentId}” on the plan “${planId}”.`);
      return reply.code(204).send();
    },
  );

  app.get<PlanRoute>(
    '/:planId/remarks',
    { schema: { params: planParamsSchema, ...answers(remarksAnswer) }, config: signedIn },
    async ({ params: { planId } }) => {
      const [said, answered] = await Promise.all([remarks.remarksOf(planId), reviews.answersOf(planId)]);
      const answers = new Map(answered.map((answer) => [answer.eventId, answer]));
      return said.map((remark) => ({ ...remark, answer: answers.get(remark.eventId) ?? null }));
    },
  );

  app.put<{ Params: { planId: string; eventId: string }; Body: NewRemarkAnswer }>(
    '/:planId/remarks/:eventId',
    { schema: { params: remarkParamsSchema, body: remarkAnswerSchema, ...answersNothing }, config },
    async (request, reply) => {
      const { planId, eventId } = request.params;
      const said = await remarks.remarksOf(planId);
      if (!said.some((remark) => remark.eventId === eventId))
        throw new AppError('REMARK_NOT_FOUND', `There is no remark “${eventId}” on the plan “${planId}”.`);
      await plans.versionOr404(planId, request.body.version);
      await reviews.putAnswer(planId, { ...request.body, eventId, by: personOf(request).name, atMs: nowMs() });
      return reply.code(204).send();
    },
  );
};
