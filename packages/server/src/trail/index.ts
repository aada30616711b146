import { type AppendEvents, appendEventsSchema, trailParamsSchema } from '@probe-trail/core/trail';
import type { FastifyPluginAsync } from 'fastify';
import type { TrailService } from './service.js';

export interface TrailOptions {
  readonly trails: TrailService;
}

interface TrailRoute {
  Params: { trailId: string };
}

/** Trails are event logs: a trail is started by appending its first event, `opened`. */
export const trailPlugin: FastifyPluginAsync<TrailOptions> = async (app, { trails }) => {
  const params = trailParamsSchema;

  app.get('/', () => trails.list());

  app.get<TrailRoute>('/:trailId', { schema: { params } }, ({ params: { trailId } }) => trails.log(trailId));

  app.post<TrailRoute & { Body: AppendEvents }>(
    '/:trailId/events',
    { schema: { params, body: appendEventsSchema }, config: { needs: 'recordTrails' } },
    (request) => trails.append(request.params.trailId, request.body.events),
  );

  app.addHook('onClose', () => trails.drained());
};
