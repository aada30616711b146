import { httpStatus, type ProblemCode, toProblemDetails } from '@probe-trail/core/problem';
import { cutText } from '@probe-trail/core/text';
import type { FastifyError, FastifyReply, FastifyRequest } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { isConstraintIn, type StoreFailureKind, storeFailureIn } from '../db/storeFailure.js';
import { AppError } from './appError.js';

export { AppError } from './appError.js';

/** Nobody reads more of a sentence, and what was sent must not come back in full. */
const longestDetail = 600;
/** When somebody whom the server refuses for now may ask again. */
const retryAfterSeconds = 5;

/** Turns whatever went wrong into problem+json (RFC 9457), for all routes. */
export const problemPlugin = fastifyPlugin(async (app) => {
  app.setErrorHandler((error: FastifyError | AppError, request, reply) => sendError(error, request, reply));
});

/** Answers what went wrong, on a route or before one was found. */
export function sendError(error: FastifyError | AppError, request: FastifyRequest, reply: FastifyReply) {
  const [code, detail] = describe(error);
  if (httpStatus[code] >= 500) request.log.error(error);
  return sendProblem(reply, code, detail);
}

export const sayNotFound = (request: FastifyRequest, reply: FastifyReply) =>
  sendProblem(
    reply,
    'ROUTE_NOT_FOUND',
    `There is nothing at ${request.method} ${cutText(request.url, 200)}; /api/openapi.json lists what there is.`,
  );

export function sendProblem(reply: FastifyReply, code: ProblemCode, detail: string) {
  if (httpStatus[code] === 503) reply.header('retry-after', retryAfterSeconds);
  return reply
    .code(httpStatus[code])
    .type('application/problem+json')
    .send(toProblemDetails(code, cutText(detail.toWellFormed(), longestDetail)));
}

const sayStoreFailure = {
  busy: 'Another program holds the database (a backup, perhaps). Nothing was saved; send it again in a moment.',
  full: 'The disk of the server is full. Nothing was saved. What is there can be read; make room, and writing goes on by itself.',
  unavailable: 'The data cannot be stored now. Nothing was saved; send it again.',
} as const satisfies Record<StoreFailureKind, string>;

function describe(error: FastifyError | AppError): readonly [ProblemCode, string] {
  if (error instanceof AppError) return [error.code, error.detail];
  const failure = storeFailureIn(error);
  if (failure) return ['STORE_UNAVAILABLE', sayStoreFailure[failure.kind]];
  // Two who do the same thing at the same moment: the second finds it done.
  if (isConstraintIn(error))
    return ['ALREADY_THERE', 'Somebody else did the same at the same moment. Nothing was saved; look at it again.'];
  if (error.statusCode === 413)
    return ['REQUEST_TOO_LARGE', 'The request is larger than can be taken here. Nothing was saved.'];
  if (error.statusCode !== undefined && error.statusCode < 500) return ['REQUEST_INVALID', `${error.message}.`];
  return ['INTERNAL', 'Something went wrong on the server. Nothing that was acknowledged is lost; try again.'];
}
