import { planChoiceQuerySchema } from '@probe-trail/core/choosing';
import { jobParamsSchema } from '@probe-trail/core/job';
import type { FastifyPluginAsync } from 'fastify';
import { answers } from '../answer/index.js';
import { signedIn } from '../person/index.js';
import { planChoiceAnswer } from './answers.js';
import type { ChoosingService } from './service.js';

interface ChoosingOptions {
  readonly choosing: ChoosingService;
}

/** Below a job: the plans that fit it. */
export const choosingPlugin: FastifyPluginAsync<ChoosingOptions> = async (app, { choosing }) => {
  app.get<{ Params: { jobId: string }; Querystring: { codes?: string } }>(
    '/:jobId/plans',
    {
      schema: { params: jobParamsSchema, querystring: planChoiceQuerySchema, ...answers(planChoiceAnswer) },
      config: signedIn,
    },
    ({ params: { jobId }, query }) => choosing.forJob(jobId, query.codes?.split(',')),
  );
};
