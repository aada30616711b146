import fc from 'fast-check';
import type { JsonSchema } from '../schema/index.js';

const anything = (): fc.Arbitrary<unknown> =>
  fc.oneof(
    fc.constantFrom<unknown>(
      null,
      true,
      '',
      'constructor',
      '\ud83d',
      -1,
      2 ** 53,
      Number.POSITIVE_INFINITY,
      [],
      {},
      [null],
      { kind: 'toString' },
    ),
    fc.jsonValue({ maxDepth: 2 }),
  );

/** Data that nearly is what a JSON Schema describes: each part of it is now and then something else. */
export const dataLike = (schema: JsonSchema): fc.Arbitrary<unknown> =>
  fc.oneof({ weight: 12, arbitrary: rightData(schema) }, { weight: 1, arbitrary: anything() });

function rightData(schema: JsonSchema): fc.Arbitrary<unknown> {
  const cases = schema.oneOf as readonly JsonSchema[] | undefined;
  if (cases) return fc.oneof(...cases.map(rightData));
  if (Array.isArray(schema.enum)) return fc.constantFrom<unknown>(...schema.enum);
  switch (schema.type) {
    case 'object':
      return fc.record(
        Object.fromEntries(
          Object.entries((schema.properties ?? {}) as Record<string, JsonSchema>).map(([name, inner]) => [
            name,
            dataLike(inner),
          ]),
        ),
        { noNullPrototype: true },
      );
    case 'array':
      return fc.array(dataLike((schema.items ?? {}) as JsonSchema), {
        minLength: Number(schema.minItems ?? 0),
        maxLength: 3 + Number(schema.minItems ?? 0),
      });
    case 'string':
      return fc.oneof(fc.constantFrom('V', 'a1', '2031-04-17', 'P0118'), fc.string({ maxLength: 8 }));
    case 'integer':
      return fc.integer({ min: 0, max: 40 });
    case 'number':
      return fc.double({ min: 0, max: 50, noNaN: true });
    case 'boolean':
      return fc.boolean();
    default:
      return fc.constant(null);
  }
}
