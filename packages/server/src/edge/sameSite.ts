import type { FastifyRequest } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { AppError } from '../problem/index.js';

export interface SameSiteOptions {
  /** Names under which browsers may ask, in lower case. */
  readonly hosts: ReadonlySet<string>;
}

const reading: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS']);
/** A header that a form or a picture of another site cannot send. */
const ownHeader = 'x-probe-trail';

/**
 * Lets a browser change something only from our own pages: the name that it asked for is one of ours, the page that
 * asked is of the same place, and the request is one that no foreign form can make (OWASP, cross-site request forgery).
 */
export const sameSitePlugin = fastifyPlugin<SameSiteOptions>(async (app, { hosts }) => {
  app.addHook('onRequest', async (request) => {
    if (!hosts.has(request.hostname.toLowerCase()))
      throw new AppError(
        'HOST_UNKNOWN',
        'This server does not go by the name in the address. Set PROBE_TRAIL_HOSTS to the names under which tablets reach it.',
      );
    if (!reading.has(request.method)) refuseForeign(request);
  });
});

function refuseForeign({ headers, host }: FastifyRequest): void {
  const { origin } = headers;
  const isForeign = (origin !== undefined && hostOf(origin) !== host) || headers['sec-fetch-site'] === 'cross-site';
  const isOurs = headers[ownHeader] !== undefined || /^application\/json\b/i.test(headers['content-type'] ?? '');
  if (isForeign || !isOurs)
    throw new AppError(
      'CROSS_SITE',
      `A request that changes something comes from our own pages, as JSON or with the header ${ownHeader}. Nothing was changed.`,
    );
}

function hostOf(origin: string): string | undefined {
  return URL.canParse(origin) ? new URL(origin).host : undefined;
}
