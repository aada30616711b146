import { LibsqlError } from '@libsql/client';
import { httpStatus, type ProblemCode, toProblemDetails } from '@probe-trail/core/problem';
import type { FastifyError, FastifyReply, FastifyRequest } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { AppError } from './appError.js';

export { AppError } from './appError.js';

/** Turns whatever went wrong into problem+json (RFC 9457), for all routes. */
export const problemPlugin = fastifyPlugin(async (app) => {
  app.setErrorHandler((error: FastifyError | AppError, request, reply) => {
    const [code, detail] = describe(error);
    if (httpStatus[code] >= 500) request.log.error(error);
    return sendProblem(reply, code, detail);
  });
});

export const sayNotFound = (request: FastifyRequest, reply: FastifyReply) =>
  sendProblem(
    reply,
    'ROUTE_NOT_FOUND',
    `There is nothing at ${request.method} ${request.url}; /api/openapi.json lists what there is.`,
  );

export const sendProblem = (reply: FastifyReply, code: ProblemCode, detail: string) =>
  reply.code(httpStatus[code]).type('application/problem+json').send(toProblemDetails(code, detail));

function describe(error: FastifyError | AppError): readonly [ProblemCode, string] {
  if (error instanceof AppError) return [error.code, error.detail];
  if (error instanceof LibsqlError)
    return ['STORE_UNAVAILABLE', 'The data cannot be stored now. Nothing of this request was kept; send it again.'];
  if (error.statusCode === 413)
    return ['REQUEST_TOO_LARGE', 'The request is larger than can be taken here. Nothing of it was kept.'];
  if (error.statusCode !== undefined && error.statusCode < 500) return ['REQUEST_INVALID', `${error.message}.`];
  return ['INTERNAL', 'Something went wrong on the server. Nothing that was acknowledged is lost; try again.'];
}
