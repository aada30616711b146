import { existsSync } from 'node:fs';
import helmet from '@fastify/helmet';
import staticFiles from '@fastify/static';
import type { FastifyPluginAsync } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { sayNotFound } from '../problem/index.js';

const yearInSeconds = 31_536_000;

const apiHeaders = {
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
};

/** Headers of every answer of the API: nothing that it sends is ever a page. */
export const apiHeadersPlugin = fastifyPlugin(async (app) => {
  app.addHook('onRequest', async ({ url }, reply) => {
    if (url.startsWith('/api/')) reply.headers(apiHeaders);
  });
});

const pageHeaders = {
  contentSecurityPolicy: {
    directives: {
      // The interface loads nothing from elsewhere; Mantine sets styles on elements.
      defaultSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      objectSrc: ["'none'"],
      // Only the author's bench shows a page inside a page: the draft as on a phone.
      frameAncestors: ["'self'"],
      // The workshop's server speaks plain HTTP inside its own network.
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: false,
};

/** Serves the built interface; any address that is not the API's opens it, as its router knows the way. */
export const webPlugin: FastifyPluginAsync<{ readonly folder: string }> = async (app, { folder }) => {
  if (!existsSync(folder)) return void app.setNotFoundHandler(sayNotFound);
  await app.register(helmet, pageHeaders);
  await app.register(staticFiles, {
    root: folder,
    maxAge: 0,
    preCompressed: true,
    setHeaders: (reply, path) => {
      // Built files have their content's hash in the name.
      if (path.includes('/assets/')) reply.header('cache-control', `public, max-age=${yearInSeconds}, immutable`);
    },
  });
  app.setNotFoundHandler((request, reply) =>
    request.method === 'GET' && !request.url.startsWith('/api/')
      ? reply.sendFile('index.html')
      : sayNotFound(request, reply),
  );
};
