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

type Check = (data: unknown) => boolean;

/**
 * A compiled test that lets pass only what the schema takes too; what it does not pass, the schema decides, and tells why.
 * Benchmark: appends over HTTP, of which the schema itself took a fifth. It is compiled when the first body arrives: all of
 * them together would take a fifth of the server's start.
 */
export function makeQuickCheck(schema: Schema | Lazy<unknown>): Check {
  let check: Check | undefined;
  return (data) => {
    check ??= compileCheck(schema);
    return check(data);
  };
}

function compileCheck(schema: Schema | Lazy<unknown>): Check {
  const whole = wholeJsonSchema(schema);
  if (!whole) return () => false;
  const compiled = compiler.compile(whole);
  return (data) => compiled(data);
}
