import { newPlanSchema, planParamsSchema, planVersionParamsSchema } from '@probe-trail/core/plan';
import { type Release, releaseSchema } from '@probe-trail/core/review';
import type { FastifyInstance, FastifyPluginAsync, FastifyReply, FastifyRequest } from 'fastify';
import { answers, creates } from '../answer/index.js';
import { personOf, signedIn } from '../person/index.js';
import { AppError } from '../problem/index.js';
import { planListAnswer, planListItemAnswer, versionAnswer, versionInfoAnswer, versionsAnswer } from './answers.js';
import type { PlanRows } from './planRows.js';
import type { PlanService } from './service.js';
import type { SentVersion } from './versionReads.js';

export interface PlanOptions {
  readonly plans: PlanService;
  readonly nowMs: () => number;
}

interface PlanRoute {
  Params: { planId: string };
}

const params = planParamsSchema;
const config = { needs: 'writePlans' } as const;
const takesPlan = { ...config, body: 'plan' } as const;
const releases = { needs: 'releasePlans' } as const;

/** Plans: the library, versions, drafts with ETag and If-Match, review, release, retirement. */
export const planPlugin: FastifyPluginAsync<PlanOptions> = async (app, options) => {
  versionRoutes(app, options);
  draftRoutes(app, options);
  reviewRoutes(app, options);
};

/** What there is, and what can be followed. */
function versionRoutes(app: FastifyInstance, { plans }: PlanOptions): void {
  app.get('/', { schema: answers(planListAnswer), config: signedIn }, () => plans.list());

  app.get<PlanRoute>(
    '/:planId',
    { schema: { params, ...answers(planListItemAnswer) }, config: signedIn },
    ({ params: { planId } }) => plans.listItemOr404(planId),
  );

  app.get<PlanRoute>(
    '/:planId/versions',
    { schema: { params, ...answers(versionsAnswer) }, config: signedIn },
    ({ params: { planId } }) => plans.versions(planId),
  );

  app.get<{ Params: { planId: string; version: number } }>(
    '/:planId/versions/:version',
    { schema: { params: planVersionParamsSchema, ...answers(versionAnswer) }, config: signedIn },
    async ({ params: { planId, version } }, reply) => sendVersion(reply, await plans.sentVersionOr404(planId, version)),
  );

  for (const [path, isRetired] of [
    ['retire', true],
    ['restore', false],
  ] as const)
    app.post<PlanRoute>(
      `/:planId/${path}`,
      { schema: { params, ...answers(planListItemAnswer) }, config: releases },
      ({ params: { planId } }) => plans.setRetired(planId, isRetired),
    );
}

/** A draft while one author writes it. */
function draftRoutes(app: FastifyInstance, { plans, nowMs }: PlanOptions): void {
  const stampOf = (request: FastifyRequest) => ({ by: personOf(request).name, atMs: nowMs() });

  app.post<{ Body: PlanRows }>(
    '/',
    { schema: { body: newPlanSchema, ...creates(versionAnswer) }, config: takesPlan },
    async (request, reply) => {
      const draft = await plans.create(request.body, stampOf(request));
      return sendVersion(reply.code(201), draft);
    },
  );

  app.get<PlanRoute>(
    '/:planId/draft',
    { schema: { params, ...answers(versionAnswer) }, config: signedIn },
    async ({ params: { planId } }, reply) => sendVersion(reply, await plans.draftOr404(planId)),
  );

  app.post<PlanRoute>(
    '/:planId/draft',
    { schema: { params, ...creates(versionAnswer) }, config },
    async (request, reply) =>
      sendVersion(reply.code(201), await plans.draftFromReleased(request.params.planId, stampOf(request))),
  );

  app.put<PlanRoute & { Body: PlanRows }>(
    '/:planId/draft',
    { schema: { params, body: newPlanSchema, ...answers(versionInfoAnswer) }, config: takesPlan },
    async (request, reply) => {
      const { planId } = request.params;
      // Who saves has the document already, and saves often.
      const info = await plans.saveDraft(planId, request.body, ifMatchOf(request), stampOf(request));
      return reply.header('etag', `"${info.etag}"`).send(info);
    },
  );
}

/** The way of a draft to its release. */
function reviewRoutes(app: FastifyInstance, { plans, nowMs }: PlanOptions): void {
  for (const [path, isInReview] of [
    ['review', true],
    ['back', false],
  ] as const)
    app.post<PlanRoute>(
      `/:planId/draft/${path}`,
      { schema: { params, ...answers(versionAnswer) }, config },
      async (request, reply) =>
        sendVersion(reply, await plans.setInReview(request.params.planId, ifMatchOf(request), isInReview)),
    );

  app.post<PlanRoute>(
    '/:planId/draft/approve',
    { schema: { params, ...answers(versionAnswer) }, config },
    async (request, reply) =>
      sendVersion(reply, await plans.approve(request.params.planId, ifMatchOf(request), personOf(request).name)),
  );

  app.post<PlanRoute & { Body: Release }>(
    '/:planId/draft/release',
    { schema: { params, body: releaseSchema, ...answers(versionAnswer) }, config: releases },
    async (request, reply) =>
      sendVersion(reply, await plans.release(request.params.planId, ifMatchOf(request), request.body.notes, nowMs())),
  );
}

const sendVersion = (reply: FastifyReply, { etag, json }: SentVersion) =>
  reply.header('etag', `"${etag}"`).type('application/json').send(json);

function ifMatchOf(request: FastifyRequest): string {
  const etag = request.headers['if-match'];
  if (!etag)
    throw new AppError(
      'DRAFT_VERSION_NEEDED',
      'Send the etag of the draft that you have seen, in the header If-Match.',
    );
  return etag.replace(/^(W\/)?"|"$/g, '');
}
