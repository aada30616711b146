import { sayFaults, validate } from '@probe-trail/core/schema';
import type { FastifySchemaCompiler } from 'fastify';
import type { Schema } from 'yup';
import { AppError } from '../problem/index.js';
import { isCheckedBody } from './index.js';
import { makeQuickCheck } from './quickCheck.js';

/**
 * The one validator of requests. Strict, because mending is guessing: only path and query parameters,
 * which are always text, are cast.
 */
export const yupValidator: FastifySchemaCompiler<Schema> = ({ schema, httpPart }) => {
  const isText = httpPart === 'params' || httpPart === 'querystring';
  const isSurelyRight = makeQuickCheck(schema);
  return (data: unknown) => {
    if (httpPart === 'body' && isCheckedBody(data)) return { value: data };
    // What needs no cast is right as it came.
    const value: unknown = isText && !isSurelyRight(data) ? castTexts(schema, data) : data;
    const checked = validate(schema, value, isSurelyRight);
    return checked.ok ? { value } : { error: new AppError('REQUEST_INVALID', `${sayFaults(checked.problem)}.`) };
  };
};

/** Parameters as the schema wants them; a name that every object has is left as it is, and refused as unknown. */
function castTexts(schema: Schema, data: unknown): unknown {
  const given = Object.entries(data ?? {});
  const isPlain = given.every(([name]) => !(name in Object.prototype));
  return isPlain ? schema.cast(Object.fromEntries(given), { assert: false }) : Object.assign(Object.create(null), data);
}
