import { type Lazy, type Schema, ValidationError } from 'yup';
import { failed, ok, type Result } from '../result/index.js';
import type { Checked } from './closedObject.js';

/** One thing wrong with a document, and where. */
export interface SchemaFault {
  /** Such as `steps[3].readings[0].spec.unit`; empty for the whole. */
  readonly path: string;
  readonly says: string;
}

/**
 * Checks data where it comes in. Strict: nothing is mended, converted or dropped.
 * @returns the same data, now of the schema's type, or every fault found
 */
export function validate<S extends Schema | Lazy<unknown>>(
  schema: S,
  data: unknown,
): Result<Checked<S>, readonly SchemaFault[]> {
  try {
    return ok(schema.validateSync(data, { strict: true, abortEarly: false }));
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return failed(inner.map(({ path, message }) => ({ path: path ?? '', says: message })));
  }
}

/** At most `most` faults in one sentence each; the number of the others is said. */
export function sayFaults(faults: readonly SchemaFault[], most = 5): string {
  const shown = faults.slice(0, most).map(({ says }) => says);
  const more = faults.length - shown.length;
  return [...shown, ...(more > 0 ? [`and ${more} more`] : [])].join('; ');
}
