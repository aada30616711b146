import { sayFaults, validate } from '@probe-trail/core/schema';
import type { FastifySchemaCompiler } from 'fastify';
import type { Schema } from 'yup';
import { AppError } from './appError.js';

/**
 * The one validator of requests. Strict, because mending is guessing: only path and query parameters,
 * which are always text, are cast.
 */
export const yupValidator: FastifySchemaCompiler<Schema> =
  ({ schema, httpPart }) =>
  (data: unknown) => {
    const isText = httpPart === 'params' || httpPart === 'querystring';
    const value: unknown = isText ? schema.cast(data, { assert: false }) : data;
    const checked = validate(schema, value);
    return checked.ok ? { value } : { error: new AppError('REQUEST_INVALID', `${sayFaults(checked.problem)}.`) };
  };
