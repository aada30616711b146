import swagger, { type FastifyDynamicSwaggerOptions } from '@fastify/swagger';
import { type ProblemDetails, problemTitles } from '@probe-trail/core/problem';
import { closedObject, type JsonSchema, toJsonSchema } from '@probe-trail/core/schema';
import type { FastifySchema, RouteOptions } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { type ISchema, isSchema } from 'yup';
import { amount, answer, keyOf, text } from '../answer/index.js';

/** Describes every route from the same schemas that check it, at `/api/openapi.json`; one that does not say what it answers cannot be registered. */
export const openapiPlugin = fastifyPlugin(async (app) => {
  const options: FastifyDynamicSwaggerOptions = {
    openapi: { openapi: '3.1.0', info: { title: 'Probe Trail', version: '1' } },
    transform: ({ schema, url }) => ({ schema: described(schema), url }),
  };
  app.setSerializerCompiler(() => (data) => JSON.stringify(data));
  app.addHook('onRoute', refuseUndescribed);
  await app.register(swagger, options);
  app.get('/api/openapi.json', { schema: hidden, config: { needs: 'nobody' } }, () => app.swagger());
});

/** `schema` of a route that is not described. */
export const hidden = { hide: true } as FastifySchema;

function refuseUndescribed({ method, url, schema }: RouteOptions): void {
  if (schema?.response === undefined && schema !== hidden)
    throw new Error(`${String(method)} ${url} does not say what it answers: give its schema \`response\``);
}

const described = (schema: FastifySchema | undefined): FastifySchema => {
  const { response, ...asked } = schema ?? {};
  const parts = Object.entries(asked).map(([part, value]) => [part, isSchema(value) ? toJsonSchema(value) : value]);
  return { ...Object.fromEntries(parts), ...(response ? { response: describedAnswers(response) } : {}) };
};

/** Schemas of answers by status; beside them what is answered where something is wrong (RFC 9457). */
const describedAnswers = (response: object): JsonSchema => ({
  ...Object.fromEntries(Object.entries(response).map(([status, one]) => [status, describedAnswer(one)])),
  default: {
    description: 'What was wrong, what was expected, what was kept.',
    content: { 'application/problem+json': { schema: toJsonSchema(problemAnswer) } },
  },
});

type DescribedAnswer = ISchema<unknown> | { readonly content?: Readonly<Record<string, { readonly schema: unknown }>> };

function describedAnswer(one: DescribedAnswer): JsonSchema {
  if (isSchema(one)) return { description: 'What was asked for.', ...toJsonSchema(one) };
  if (!('content' in one) || !one.content) return { ...one };
  const content = Object.entries(one.content).map(([mediaType, { schema }]) => [
    mediaType,
    { schema: isSchema(schema) ? toJsonSchema(schema) : schema },
  ]);
  return { description: 'What was asked for.', content: Object.fromEntries(content) };
}

const problemAnswer = answer<ProblemDetails>()(
  closedObject({ type: text(), title: text(), status: amount(), detail: text(), code: keyOf(problemTitles) }),
);
