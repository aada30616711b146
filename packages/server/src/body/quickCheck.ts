import { wholeJsonSchema } from '@probe-trail/core/schema';
import { Ajv2020 } from 'ajv/dist/2020.js';
import type { Lazy, Schema } from 'yup';

// Lengths are counted as the schema counts them, in UTF-16 units.
const compiler = new Ajv2020({
  strict: false,
  discriminator: true,
  unicodeRegExp: false,
  validateFormats: false,
  // It warns of `unicode`, which is what makes it count like the schema.
  logger: false,
  unicode: false,
});

/**
 * A compiled test that lets pass only what the schema takes too; what it does not pass, the schema decides, and tells why.
 * Benchmark: appends over HTTP, of which the schema itself took a fifth.
 */
export function makeQuickCheck(schema: Schema | Lazy<unknown>): (data: unknown) => boolean {
  const whole = wholeJsonSchema(schema);
  if (!whole) return () => false;
  const compiled = compiler.compile(whole);
  return (data) => compiled(data);
}
