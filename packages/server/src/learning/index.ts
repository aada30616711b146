import { planVersionParamsSchema } from '@probe-trail/core/plan';
import type { FastifyPluginAsync } from 'fastify';
import { answers } from '../answer/index.js';
import { signedIn } from '../person/index.js';
import { learnedPlansAnswer, planLessonsAnswer, plansFoundAnswer } from './answers.js';
import type { LearningService } from './service.js';

interface LearningOptions {
  readonly learning: LearningService;
}

/** What the bay found: of all plans, and of a plan version. */
export const learningPlugin: FastifyPluginAsync<LearningOptions> = async (app, { learning }) => {
  app.addHook('onClose', () => learning.close());

  app.get('/', { schema: answers(learnedPlansAnswer), config: signedIn }, () => learning.ofAllPlans());

  app.get('/found', { schema: answers(plansFoundAnswer), config: signedIn }, () => learning.foundByAll());

  app.get<{ Params: { planId: string; version: number } }>(
    '/:planId/versions/:version',
    { schema: { params: planVersionParamsSchema, ...answers(planLessonsAnswer) }, config: signedIn },
    ({ params: { planId, version } }) => learning.ofVersion(planId, version),
  );
};
