import type { ISchema } from 'yup';
import { ArraySchema, ObjectSchema, Schema } from 'yup';
import { casesOfUnion } from './closedObject.js';
import { type JsonSchema, testsOf, toJsonSchema } from './toJsonSchema.js';

type AnySchema = ISchema<unknown>;

/** The tests of a Yup schema that its JSON Schema says too. */
const sayable: ReadonlySet<string> = new Set(['required', 'min', 'max', 'matches', 'integer', 'noUnknown']);

/**
 * A JSON Schema that takes nothing which the Yup schema does not take. Cases of a union that have tests which JSON Schema cannot say
 * (a unit, one field against another) are left out of it: whoever uses it asks the Yup schema about those.
 * @returns `undefined` where the schema as a whole has such tests
 */
export function wholeJsonSchema(schema: AnySchema): JsonSchema | undefined {
  const cases = casesOfUnion.get(schema);
  if (cases) return unionOf(Object.values(cases).map(wholeJsonSchema));
  if (!(schema instanceof Schema) || !saysAll(schema)) return undefined;
  if (schema instanceof ObjectSchema) return objectOf(schema);
  if (schema instanceof ArraySchema) return arrayOf(schema);
  return toJsonSchema(schema);
}

const saysAll = (schema: Schema): boolean =>
  testsOf(schema).every(({ name }) => name !== undefined && sayable.has(name));

function unionOf(cases: readonly (JsonSchema | undefined)[]): JsonSchema | undefined {
  const whole = cases.filter((one) => one !== undefined);
  // The field `kind` tells them apart, so that one case is looked at and not all.
  return whole.length === 0
    ? undefined
    : { type: 'object', required: ['kind'], discriminator: { propertyName: 'kind' }, oneOf: whole };
}

function objectOf(schema: ObjectSchema<Record<string, unknown>>): JsonSchema | undefined {
  const fields = Object.entries(schema.fields).map(
    ([name, field]) => [name, wholeJsonSchema(field as AnySchema)] as const,
  );
  if (fields.some(([, field]) => field === undefined)) return undefined;
  return withParts(toJsonSchema(schema), { properties: Object.fromEntries(fields) });
}

function arrayOf(schema: ArraySchema<unknown[] | undefined, Record<string, unknown>>): JsonSchema | undefined {
  const items = schema.innerType ? wholeJsonSchema(schema.innerType as AnySchema) : undefined;
  return items && withParts(toJsonSchema(schema), { items });
}

/** The same with other parts; what may be `null` has it as one of two cases. */
function withParts(described: JsonSchema, parts: JsonSchema): JsonSchema {
  const cases = described.oneOf as readonly JsonSchema[] | undefined;
  if (!cases) return { ...described, ...parts };
  const [first = {}, ...others] = cases;
  return { oneOf: [{ ...first, ...parts }, ...others] };
}
