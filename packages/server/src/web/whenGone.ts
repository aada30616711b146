import { once } from 'node:events';
import type { FastifyReply } from 'fastify';

/** Aborted when whoever asked has gone: nothing is read, and nothing waited for, for nobody. */
export function whenGone(reply: FastifyReply): AbortController {
  const gone = new AbortController();
  void once(reply.raw, 'close').then(() => gone.abort());
  return gone;
}
