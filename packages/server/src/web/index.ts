import { existsSync } from 'node:fs';
import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import staticFiles from '@fastify/static';
import fastifyPlugin from 'fastify-plugin';
import { sayNotFound } from '../problem/index.js';

const yearInSeconds = 31_536_000;

/** Security headers for everything. The interface loads nothing from elsewhere; Mantine sets styles on elements. */
export const headersPlugin = fastifyPlugin(async (app) => {
  await app.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        // The workshop's server speaks plain HTTP inside its own network.
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: false,
  });
  await app.register(compress, { threshold: 2048 });
});

/** Serves the built interface; any address that is not the API's opens it, as its router knows the way. */
export const webPlugin = fastifyPlugin<{ readonly folder: string }>(async (app, { folder }) => {
  if (!existsSync(folder)) return void app.setNotFoundHandler(sayNotFound);
  await app.register(staticFiles, {
    root: folder,
    maxAge: 0,
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
});
