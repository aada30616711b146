import type { ProblemCode } from '@probe-trail/core/problem';

/** A domain problem on its way to the HTTP edge; elsewhere a `throw` means a bug. */
export class AppError extends Error {
  constructor(
    readonly code: ProblemCode,
    /** The sentence for a person. */
    readonly detail: string,
  ) {
    super(`${code}: ${detail}`);
  }
}
