import { existsSync } from 'node:fs';
import helmet from '@fastify/helmet';
import staticFiles from '@fastify/static';
import type { FastifyPluginAsync } from 'fastify';
import { hidden } from '../openapi/index.js';
import { sayNotFound } from '../problem/index.js';

const yearInSeconds = 31_536_000;

const pageHeaders = (hasTls: boolean) => ({
  contentSecurityPolicy: {
    directives: {
      // The interface loads nothing from elsewhere; Mantine sets styles on elements.
      defaultSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      objectSrc: ["'none'"],
      // Only the author's workspace shows a page inside a page: the draft as on a phone.
      frameAncestors: ["'self'"],
      // The workshop's server speaks plain HTTP inside its own network.
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: hasTls ? { maxAge: yearInSeconds } : (false as const),
});

export interface WebOptions {
  readonly folder: string;
  readonly hasTls: boolean;
}

/** Serves the built interface; any address that is not the API's opens it, as its router knows the way. */
export const webPlugin: FastifyPluginAsync<WebOptions> = async (app, { folder, hasTls }) => {
  if (!existsSync(folder)) return void app.setNotFoundHandler(sayNotFound);
  await app.register(helmet, pageHeaders(hasTls));
  await app.register(staticFiles, { root: folder, serve: false, maxAge: 0, preCompressed: true });
  const page = { schema: hidden, config: { needs: 'nobody' } } as const;

  app.get<{ Params: { '*': string } }>('/assets/*', page, ({ params }, reply) =>
    // Built files have their content's hash in the name.
    reply.sendFile(`assets/${params['*']}`, { maxAge: yearInSeconds * 1000, immutable: true }),
  );
  app.get<{ Params: { '*': string } }>('/*', page, ({ params }, reply) => reply.sendFile(params['*'] || 'index.html'));
  app.setNotFoundHandler((request, reply) =>
    request.method === 'GET' || request.method === 'HEAD'
      ? reply.code(200).sendFile('index.html')
      : sayNotFound(request, reply),
  );
};
