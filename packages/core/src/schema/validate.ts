import { type Lazy, type Schema, ValidationError } from 'yup';
import { failed, ok, type Result } from '../result/index.js';
import type { Checked } from './closedObject.js';
import { findIllFormed, sayIllFormed } from './wellFormed.js';

/** One thing wrong with a document, and where. */
export interface SchemaFault {
  /** Such as `steps[3].readings[0].spec.unit`; empty for the whole. */
  readonly path: string;
  readonly message: string;
}

/** Up to so many parts, a document is looked through to its end for all of its faults. */
const smallDocument = { mostValues: 400, mostDepth: 40 };

/**
 * Checks data where it comes in. Strict: nothing is mended, converted or dropped. Text must be well formed, and sizes come first.
 * @param isSurelyRight a quicker test, made from the same schema: what passes it needs no other
 * @returns the same data, now of the schema's type, or what is wrong: all faults of a small document, the first of a large one
 */
export function validate<S extends Schema | Lazy<unknown>>(
  schema: S,
  data: unknown,
  isSurelyRight: (data: unknown) => boolean = () => false,
): Result<Checked<S>, readonly SchemaFault[]> {
  const illFormed = findIllFormed(data);
  if (illFormed) return failed([{ path: 'path' in illFormed ? illFormed.path : '', message: sayIllFormed(illFormed) }]);
  if (isSurelyRight(data)) return ok(data as Checked<S>);
  const first = faultsIn(schema, data, true);
  if (first.length === 0) return ok(data as Checked<S>);
  // To find every fault of a large wrong document takes minutes, as each makes an error of its own.
  const isSmall = findIllFormed(data, smallDocument) === undefined;
  return failed(isSmall ? faultsIn(schema, data, false) : first);
}

function faultsIn(schema: Schema | Lazy<unknown>, data: unknown, abortEarly: boolean): readonly SchemaFault[] {
  try {
    schema.validateSync(data, { strict: true, abortEarly, disableStackTrace: true });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return inner.map(({ path, message }) => ({ path: path ?? '', message }));
  }
}

/** At most `most` faults in one sentence each; the number of the others is said. */
export function sayFaults(faults: readonly SchemaFault[], most = 5): string {
  const shown = faults.slice(0, most).map(({ message }) => message);
  const more = faults.length - shown.length;
  return [...shown, ...(more > 0 ? [`and ${more} more`] : [])].join('; ');
}
