import { Readable } from 'node:stream';
import {
  type AppendEvents,
  appendEventsSchema,
  liveTrailQuerySchema,
  type TrailEvent,
  trailParamsSchema,
} from '@probe-trail/core/trail';
import type { FastifyPluginAsync } from 'fastify';
import { whenGone } from '../web/whenGone.js';
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
  const closing = new Set<AbortController>();

  app.get('/', () => trails.list());

  app.get<TrailRoute>('/:trailId', { schema: { params } }, ({ params: { trailId } }) => trails.log(trailId));

  app.post<TrailRoute & { Body: AppendEvents }>(
    '/:trailId/events',
    { schema: { params, body: appendEventsSchema }, config: { needs: 'recordTrails' } },
    (request) => trails.append(request.params.trailId, request.body.events),
  );

  app.get<TrailRoute & { Querystring: { seen: number } }>(
    '/:trailId/live',
    { schema: { params, querystring: liveTrailQuerySchema } },
    async ({ params: { trailId }, query: { seen } }, reply) => {
      const gone = whenGone(reply);
      closing.add(gone);
      gone.signal.addEventListener('abort', () => closing.delete(gone));
      const live = trails.follow(trailId, seen, gone.signal);
      return reply
        .type('text/event-stream')
        .header('cache-control', 'no-store')
        .send(Readable.from(asServerSentEvents(live)));
    },
  );

  // Streams never end by themselves: a server that is asked to stop ends them.
  app.addHook('preClose', async () => {
    for (const gone of closing) gone.abort();
  });

  app.addHook('onClose', () => trails.drained());
};

/** A group of events as one message (WHATWG HTML, server-sent events); the first line opens the stream at once. */
async function* asServerSentEvents(groups: AsyncIterable<readonly TrailEvent[]>): AsyncGenerator<string> {
  yield ': open\n\n';
  for await (const events of groups) yield `data: ${JSON.stringify(events)}\n\n`;
}
