import { once } from 'node:events';
import type { FastifyReply, FastifyRequest } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import type { SessionStore } from '../person/sessions.js';

declare module 'fastify' {
  interface FastifyInstance {
    /** Begins an answer that goes on for a while. The signal is aborted when nobody may read on. */
    beginStream: (request: FastifyRequest, reply: FastifyReply) => AbortSignal;
  }
}

interface Stream {
  readonly token: string | undefined;
  readonly personId: string | undefined;
  readonly gone: AbortController;
}

/** Answers that go on for a while end when the reader goes, is signed out or disabled, and when the server stops. */
export const streamPlugin = fastifyPlugin<{ readonly sessions: SessionStore }>(async (app, { sessions }) => {
  const streams = new Set<Stream>();

  app.decorate('beginStream', (request: FastifyRequest, reply: FastifyReply) => {
    const stream = { token: request.sessionToken, personId: request.person?.id, gone: new AbortController() };
    streams.add(stream);
    stream.gone.signal.addEventListener('abort', () => streams.delete(stream));
    void once(reply.raw, 'close').then(() => stream.gone.abort());
    return stream.gone.signal;
  });

  const stopHearing = sessions.onEnd((ended) => {
    for (const { token, personId, gone } of [...streams])
      if ('token' in ended ? token === ended.token : personId === ended.personId) gone.abort();
  });

  app.addHook('preClose', async () => {
    stopHearing();
    for (const { gone } of [...streams]) gone.abort();
  });
});
