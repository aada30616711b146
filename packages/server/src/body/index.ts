import type { FastifyRequest, FastifySchema, RouteOptions } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { AppError } from '../problem/index.js';
import { type LargeBodyName, largeBodies, smallBody } from './largeBodies.js';
import { checkBody, type ReadBody, readBodyApart } from './readBody.js';

export { smallBody } from './largeBodies.js';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Name of the large body that the route takes. */
    body?: LargeBodyName;
  }
}

// What was checked already is not checked again by the validator of its route.
const checkedBodies = new WeakSet<object>();
export const isCheckedBody = (data: unknown): boolean =>
  typeof data === 'object' && data !== null && checkedBodies.has(data);

/** Reads bodies: sizes first, then the text, then the schema; large ones in another thread. */
export const bodyPlugin = fastifyPlugin(async (app) => {
  const parseJson = app.getDefaultJsonParser('error', 'error');
  const parse = (request: FastifyRequest | undefined, text: string): Promise<unknown> =>
    new Promise((resolve, reject) => {
      void parseJson(request as FastifyRequest, text, (error, data) => (error ? reject(error) : resolve(data)));
    });
  app.addHook('onRoute', limitBody);
  app.removeContentTypeParser(['application/json', 'text/plain']);
  app.addContentTypeParser('application/json', { parseAs: 'string' }, async (request: FastifyRequest, text: string) => {
    const { body: name } = request.routeOptions.config;
    if (name && text.length > smallBody) return readLarge(name, text, parse);
    const data = await parse(request, text);
    return name ? taken(checkBody(name, data), data) : data;
  });
});

type Parse = (request: FastifyRequest | undefined, text: string) => Promise<unknown>;

async function readLarge(name: LargeBodyName, text: string, parse: Parse): Promise<unknown> {
  const read = await readBodyApart(name, text);
  return taken(read, read.ok && read.prepared === undefined ? await parse(undefined, text) : undefined);
}

function taken(read: ReadBody, data: unknown): unknown {
  if (!read.ok) throw new AppError('REQUEST_INVALID', read.message);
  const body = read.prepared ?? data;
  if (typeof body === 'object' && body !== null) checkedBodies.add(body);
  return body;
}

/** A route takes small bodies, or says by name which large one it takes. */
function limitBody(route: RouteOptions & { schema?: FastifySchema }): void {
  const { body } = route.config ?? {};
  route.bodyLimit ??= body ? largeBodies[body].most : smallBody;
}
