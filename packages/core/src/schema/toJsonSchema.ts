import type { SchemaInnerTypeDescription, SchemaObjectDescription } from 'yup';
import { ArraySchema, type ISchema, ObjectSchema, Schema } from 'yup';
import { casesOfUnion } from './closedObject.js';

export type JsonSchema = { readonly [key: string]: unknown };
type AnySchema = ISchema<unknown>;
type Test = { readonly name?: string; readonly params?: Readonly<Record<string, unknown>> };

/**
 * The JSON Schema (draft 2020-12) of a Yup schema built from the kinds that this product uses.
 * Tests between fields (such as one zone more than there are cuts) have no counterpart there and are left out.
 */
export function toJsonSchema(schema: AnySchema): JsonSchema {
  const cases = casesOfUnion.get(schema);
  if (cases) return { oneOf: Object.values(cases).map(toJsonSchema) };
  if (schema instanceof ObjectSchema) return describeObject(schema);
  if (schema instanceof ArraySchema) return describeArray(schema);
  if (schema instanceof Schema) return describeLeaf(schema);
  throw new Error('this kind of schema has no JSON Schema here yet');
}

function describeObject(schema: ObjectSchema<Record<string, unknown>>): JsonSchema {
  const fields = Object.entries(schema.fields) as [string, AnySchema][];
  return nullable(schema, {
    type: 'object',
    ...meta(schema),
    properties: Object.fromEntries(fields.map(([name, field]) => [name, toJsonSchema(field)])),
    required: fields.filter(([, field]) => !isOptional(field)).map(([name]) => name),
    additionalProperties: false,
  });
}

function describeArray(schema: ArraySchema<unknown[] | undefined, Record<string, unknown>>): JsonSchema {
  const items = schema.innerType as AnySchema | undefined;
  return {
    type: 'array',
    ...meta(schema),
    ...sizes(schema, 'Items'),
    ...(items ? { items: toJsonSchema(items) } : {}),
  };
}

function describeLeaf(schema: Schema): JsonSchema {
  const { type, oneOf } = schema.describe() as SchemaInnerTypeDescription | SchemaObjectDescription;
  if (oneOf.length > 0) return nullable(schema, { type, ...meta(schema), enum: oneOf });
  return nullable(schema, { type, ...meta(schema), ...sizes(schema, type === 'string' ? 'Length' : 'imum') });
}

/** All tests of a schema; its own description leaves out a second one of the same name. */
export const testsOf = (schema: Schema): readonly Test[] =>
  (schema.tests as readonly { readonly OPTIONS?: Test }[]).flatMap(({ OPTIONS }) => (OPTIONS ? [OPTIONS] : []));

function sizes(schema: Schema, suffix: 'Items' | 'Length' | 'imum'): JsonSchema {
  const found: Record<string, unknown> = {};
  const patterns: string[] = [];
  for (const { name, params } of testsOf(schema)) {
    if (name === 'min' && params)
      found[params.more === undefined ? `min${suffix}` : 'exclusiveMinimum'] = params.more ?? params.min;
    if (name === 'max' && params) found[`max${suffix}`] = params.max;
    // Several patterns must all match: JSON Schema has room for one beside the others.
    if (name === 'matches' && params) patterns.push((params.regex as RegExp).source);
    if (name === 'integer') found.type = 'integer';
    if (name === 'required' && suffix === 'Length') found.minLength ??= 1;
  }
  const [pattern, ...more] = patterns;
  if (pattern !== undefined) found.pattern = pattern;
  if (more.length > 0) found.allOf = more.map((one) => ({ pattern: one }));
  return found;
}

function meta(schema: Schema): JsonSchema {
  const description = (schema.meta() as { readonly description?: string } | undefined)?.description;
  return description ? { description } : {};
}

const nullable = (schema: Schema, described: JsonSchema): JsonSchema =>
  schema.spec.nullable ? { oneOf: [described, { type: 'null' }] } : described;

const isOptional = (field: AnySchema) => (field instanceof Schema ? field.spec.optional === true : false);
