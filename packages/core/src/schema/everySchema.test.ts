import { expect } from 'chai';
import fc from 'fast-check';
import type { Lazy, Schema } from 'yup';
import { bulletinSchema } from '../choosing/bulletin.js';
import { circuitSchema } from '../circuit/index.js';
import { newSheetSchema } from '../codes/index.js';
import { instrumentSchema } from '../instrument/index.js';
import { meterRequestSchema, scopeRequestSchema } from '../instrumentLink/index.js';
import { appendJobEventsSchema } from '../job/index.js';
import { cardToKeepSchema } from '../library/index.js';
import { newPersonSchema, preferencesSchema } from '../person/index.js';
import { newPlanSchema, planFileSchema } from '../plan/index.js';
import { newCommentSchema, releaseSchema } from '../review/index.js';
import { dataLike } from '../testing/dataLike.js';
import { appendEventsSchema } from '../trail/index.js';
import { lineSchema, newOdometerSchema, newVehicleSchema, vehicleChangeSchema } from '../vehicle/index.js';
import { benchSchema, clearingRequestSchema, readingRequestSchema, rigSchema } from '../vehicleInterface/index.js';
import { type JsonSchema, toJsonSchema, validate } from './index.js';

const schemas: Readonly<Record<string, Schema | Lazy<unknown>>> = {
  appendEventsSchema,
  appendJobEventsSchema,
  benchSchema,
  bulletinSchema,
  cardToKeepSchema,
  circuitSchema,
  clearingRequestSchema,
  instrumentSchema,
  lineSchema,
  meterRequestSchema,
  newCommentSchema,
  newOdometerSchema,
  newPersonSchema,
  newPlanSchema,
  newSheetSchema,
  newVehicleSchema,
  planFileSchema,
  preferencesSchema,
  readingRequestSchema,
  releaseSchema,
  rigSchema,
  scopeRequestSchema,
  vehicleChangeSchema,
};

/** Parts of a schema that have no end: a number or a length of which anything is taken. */
function endlessParts(schema: JsonSchema, path: string): readonly string[] {
  const has = (...names: readonly string[]) => names.every((name) => schema[name] !== undefined);
  const cases = (schema.oneOf ?? []) as readonly JsonSchema[];
  const within = cases.flatMap((one) => endlessParts(one, path));
  if (has('enum')) return within;
  switch (schema.type) {
    case 'number':
    case 'integer':
      return has('maximum') && (has('minimum') || has('exclusiveMinimum')) ? within : [...within, path];
    case 'string':
      return has('maxLength') || isBounded(schema.pattern) ? within : [...within, path];
    case 'array':
      return [
        ...within,
        ...(has('maxItems') ? [] : [path]),
        ...endlessParts((schema.items ?? {}) as JsonSchema, `${path}[]`),
      ];
    case 'object':
      return [
        ...within,
        ...Object.entries((schema.properties ?? {}) as Record<string, JsonSchema>).flatMap(([name, inner]) =>
          endlessParts(inner, `${path}.${name}`),
        ),
      ];
    default:
      return within;
  }
}

/** Whether a pattern is anchored at both ends and repeats nothing without end. */
const isBounded = (pattern: unknown): boolean =>
  typeof pattern === 'string' &&
  /^\^.*\$$/.test(pattern) &&
  !/[*+](?!\\)|\{\d+,\}/.test(pattern.replace(/\\[*+]/g, ''));

describe('every schema of what comes in', () => {
  for (const [name, schema] of Object.entries(schemas)) {
    it(`${name} has an end to every number, text and list`, () => {
      // Base64 of a picture: the size of its file is its end.
      const endless = endlessParts(toJsonSchema(schema), name).filter((path) => !path.endsWith('.pictures[].base64'));
      expect(endless).to.deep.equal([]);
    });

    it(`${name} says of whatever comes whether it fits, and never fails itself`, () =>
      fc.assert(
        fc.property(dataLike(toJsonSchema(schema)), (data) => {
          const checked = validate(schema, data);
          if (!checked.ok) expect(checked.problem.length).to.be.greaterThan(0);
        }),
        { numRuns: 300 },
      ));
  }
});
