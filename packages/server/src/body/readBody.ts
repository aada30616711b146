import { sayFaults, validate } from '@probe-trail/core/schema';
import { apart } from '../thread/pool.js';
import { type LargeBodyName, largeBodies } from './largeBodies.js';
import { makeQuickCheck } from './quickCheck.js';

/** What became of a large body: what the route gets, or what is wrong with it. */
export type ReadBody =
  | { readonly ok: true; readonly prepared: unknown }
  | { readonly ok: false; readonly message: string };

const quickChecks = Object.fromEntries(
  Object.entries(largeBodies).map(([name, { schema }]) => [name, makeQuickCheck(schema)]),
) as Record<LargeBodyName, (data: unknown) => boolean>;

/**
 * Checks the data of a large body, and prepares it where its route wants that.
 * @returns `prepared: undefined` where the route gets the data as it is
 */
export function checkBody(name: LargeBodyName, data: unknown): ReadBody {
  const body = largeBodies[name];
  const checked = validate(body.schema, data, quickChecks[name]);
  if (!checked.ok) return { ok: false, message: `${sayFaults(checked.problem)}.` };
  return { ok: true, prepared: 'prepare' in body ? body.prepare(checked.value as never) : undefined };
}

/** A large body to be read in another thread. */
export interface BodyTask {
  readonly kind: 'body';
  readonly name: LargeBodyName;
  readonly text: string;
}

/** Reads and checks a large body in another thread. */
export function readBodyApart(name: LargeBodyName, text: string): Promise<ReadBody> {
  const task: BodyTask = { kind: 'body', name, text };
  return apart(task);
}

/** Reads and checks a large body where it stands. */
export function readBodyText(name: LargeBodyName, text: string): ReadBody {
  try {
    return checkBody(name, JSON.parse(text));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return { ok: false, message: `The body is not JSON: ${error.message}.` };
  }
}
