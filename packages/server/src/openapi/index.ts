import swagger, { type FastifyDynamicSwaggerOptions } from '@fastify/swagger';
import { toJsonSchema } from '@probe-trail/core/schema';
import type { FastifySchema } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { isSchema } from 'yup';

/** Describes every route from the same schemas that check it, at `/api/openapi.json`. */
export const openapiPlugin = fastifyPlugin(async (app) => {
  const options: FastifyDynamicSwaggerOptions = {
    openapi: { openapi: '3.1.0', info: { title: 'Probe Trail', version: '1' } },
    transform: ({ schema, url }) => ({ schema: described(schema), url }),
  };
  await app.register(swagger, options);
  app.get('/api/openapi.json', { schema: hidden, config: { needs: 'nobody' } }, () => app.swagger());
});

/** `schema` of a route that is not described. */
export const hidden = { hide: true } as FastifySchema;

const described = (schema: FastifySchema | undefined): FastifySchema =>
  Object.fromEntries(
    Object.entries(schema ?? {}).map(([part, value]) => [part, isSchema(value) ? toJsonSchema(value) : value]),
  );
