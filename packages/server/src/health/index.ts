import type { FastifyPluginAsync } from 'fastify';
import { answers } from '../answer/index.js';
import { healthAnswer } from './answers.js';
import type { HealthService } from './service.js';

/** How the server is; answers at once, also while it can only be read. */
export const healthPlugin: FastifyPluginAsync<{ readonly health: HealthService }> = async (app, { health }) => {
  app.get('/', { schema: answers(healthAnswer), config: { needs: 'nobody' } }, async (_request, reply) => {
    const asked = await health.ask();
    return reply.header('cache-control', 'no-store').send(asked);
  });
};
