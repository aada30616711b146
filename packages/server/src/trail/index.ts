import { Readable } from 'node:stream';
import { type NewVoiding, voidingSchema } from '@probe-trail/core/log';
import {
  type AppendEvents,
  appendEventsSchema,
  liveTrailQuerySchema,
  type TrailEvent,
  trailParamsSchema,
} from '@probe-trail/core/trail';
import type { FastifyPluginAsync } from 'fastify';
import { answers, appendedAnswer, sends } from '../answer/index.js';
import { personOf, signedIn } from '../person/index.js';
import { trailEventsAnswer, trailListAnswer, trailLogAnswer } from './answers.js';
import type { TrailService } from './service.js';

export interface TrailOptions {
  readonly trails: TrailService;
  readonly nowMs: () => number;
  readonly newId: () => string;
}

interface TrailRoute {
  Params: { trailId: string };
}

/** Trails are event logs: a trail is started by appending its first event, `opened`. */
export const trailPlugin: FastifyPluginAsync<TrailOptions> = async (app, { trails, nowMs, newId }) => {
  const params = trailParamsSchema;

  app.get('/', { schema: answers(trailListAnswer), config: signedIn }, () => trails.list());

  app.get<TrailRoute>(
    '/:trailId',
    { schema: { params, ...answers(trailLogAnswer) }, config: signedIn },
    ({ params: { trailId } }) => trails.log(trailId),
  );

  app.post<TrailRoute & { Body: AppendEvents }>(
    '/:trailId/events',
    {
      schema: { params, body: appendEventsSchema, ...answers(appendedAnswer) },
      config: { needs: 'recordTrails', body: 'trailEvents' },
    },
    (request) => trails.append(request.params.trailId, request.body.events, personOf(request)),
  );

  app.post<TrailRoute & { Body: NewVoiding }>(
    '/:trailId/void',
    { schema: { params, body: voidingSchema, ...answers(appendedAnswer) }, config: { needs: 'voidEntries' } },
    (request) =>
      trails.voidEntry(request.params.trailId, {
        kind: 'entryVoided',
        id: newId(),
        atMs: nowMs(),
        by: personOf(request).name,
        ...request.body,
      }),
  );

  app.get<TrailRoute & { Querystring: { seen: number } }>(
    '/:trailId/live',
    {
      schema: { params, querystring: liveTrailQuerySchema, ...sends('text/event-stream', trailEventsAnswer) },
      config: signedIn,
    },
    async (request, reply) => {
      const { trailId } = request.params;
      const live = trails.follow(trailId, request.query.seen, app.beginStream(request, reply));
      return reply
        .type('text/event-stream')
        .header('cache-control', 'no-store')
        .send(Readable.from(asServerSentEvents(live)));
    },
  );

  app.addHook('onClose', () => trails.drained());
};

/** A group of events as one message (WHATWG HTML, server-sent events); the first line opens the stream at once. */
async function* asServerSentEvents(groups: AsyncIterable<readonly TrailEvent[]>): AsyncGenerator<string> {
  yield ': open\n\n';
  for await (const events of groups) yield `data: ${JSON.stringify(events)}\n\n`;
}
