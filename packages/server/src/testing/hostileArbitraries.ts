import type { JsonSchema } from '@probe-trail/core/schema';
import fc from 'fast-check';

/** Texts that have broken programs before: half characters, controls, names that every object has, ways out of folders and out of SQL. */
const hostileTexts = [
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud83d',
  'x\udc00y',
  '\u202e',
  '\ufeff',
  'constructor',
  '__proto__',
  'toString',
  '.',
  '..',
  '../../etc/passwd',
  "'; DROP TABLE trail; --",
  '" OR 1=1',
  '${7*7}',
  '<script>alert(1)</script>',
  '=1+1',
  '\u001b[31m',
  'NaN',
  'Infinity',
  '1e400',
  '-0',
  'null',
  'true',
  '[]',
  '𝕏'.repeat(50),
  'x'.repeat(5000),
  '한국어🚌',
  'null\r\nset-cookie: a=b',
];
const hostileNumbers = [
  0,
  -0,
  -1,
  0.1,
  1e21,
  2 ** 31,
  2 ** 53,
  2 ** 53 + 2,
  -(2 ** 63),
  8.64e15 + 1,
  Number.MAX_VALUE,
  Number.MIN_VALUE,
];

export const hostileText = (): fc.Arbitrary<string> => fc.constantFrom(...hostileTexts);

const hostile = (): fc.Arbitrary<unknown> =>
  fc.oneof(
    hostileText(),
    fc.constantFrom(...hostileNumbers),
    fc.constantFrom(null, true, false, [], {}, [[]], { kind: 'constructor' }, Array(600).fill(0)),
    fc.jsonValue({ maxDepth: 3 }),
  );

/** Data of a JSON Schema of ours; a part of it, somewhere, is now and then something else. */
export function dataOf(schema: JsonSchema, ids: readonly string[], hostility = 12): fc.Arbitrary<unknown> {
  const right = rightOf(schema, ids, hostility);
  return fc.oneof({ weight: 100, arbitrary: right }, { weight: hostility, arbitrary: hostile() });
}

function rightOf(schema: JsonSchema, ids: readonly string[], hostility: number): fc.Arbitrary<unknown> {
  const cases = schema.oneOf as readonly JsonSchema[] | undefined;
  if (cases) return fc.oneof(...cases.map((one) => rightOf(one, ids, hostility)));
  const values = schema.enum as readonly unknown[] | undefined;
  if (values) return fc.constantFrom(...values);
  switch (schema.type) {
    case 'object':
      return objectOf(schema, ids, hostility);
    case 'array':
      return fc.array(dataOf((schema.items ?? {}) as JsonSchema, ids, hostility), {
        minLength: Math.min(Number(schema.minItems ?? 0), 3),
        maxLength: Math.min(Number(schema.maxItems ?? 3), 4),
      });
    case 'string':
      return fc.oneof(
        fc.constantFrom(...ids),
        fc.constantFrom('V', '12.4', 'in spec', '2031-04-17', 'P0118', '1A', 'a'.repeat(64)),
        fc.string({ maxLength: 12 }),
      );
    case 'integer':
      return fc.integer({
        min: Number(schema.minimum ?? -5),
        max: Math.min(Number(schema.maximum ?? 50), 4_102_444_800_000),
      });
    case 'number':
      return fc.double({
        min: Number(schema.minimum ?? schema.exclusiveMinimum ?? -5),
        max: Number(schema.maximum ?? 50),
        noNaN: true,
      });
    case 'boolean':
      return fc.boolean();
    default:
      return fc.constant(null);
  }
}

function objectOf(schema: JsonSchema, ids: readonly string[], hostility: number): fc.Arbitrary<unknown> {
  const properties = (schema.properties ?? {}) as Readonly<Record<string, JsonSchema>>;
  const required = new Set((schema.required ?? []) as readonly string[]);
  const fields = Object.fromEntries(
    Object.entries(properties).map(([name, inner]) => [
      name,
      required.has(name)
        ? dataOf(inner, ids, hostility)
        : fc.option(dataOf(inner, ids, hostility), { nil: undefined, freq: 3 }),
    ]),
  );
  return fc.record(fields, { noNullPrototype: true });
}
