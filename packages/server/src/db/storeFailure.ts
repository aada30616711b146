/** Why the database could not do what it was asked: it may be able to later. */
export type StoreFailureKind = 'busy' | 'full' | 'unavailable';

/** The database could not be read or written now. Nothing of what was asked was kept. */
export class StoreFailure extends Error {
  constructor(
    readonly kind: StoreFailureKind,
    cause: unknown,
  ) {
    super(`the database is ${kind}: ${cause instanceof Error ? cause.message : String(cause)}`, { cause });
  }
}

/** What writes a file; a disk that is full is said as one. */
export const orDiskFull = <Done>(work: Promise<Done>): Promise<Done> =>
  work.catch((error: unknown) => {
    throw isDiskFull(error) ? new StoreFailure('full', error) : error;
  });

const isDiskFull = (error: unknown): boolean =>
  error instanceof Error &&
  'code' in error &&
  (error.code === 'ENOSPC' || error.code === 'EDQUOT' || error.code === 'EFBIG');

/** Whether a statement was refused because what it writes would stand in the way of what is there, such as a second thing of one name. */
export function isConstraintIn(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const isConstraint = 'code' in error && String(error.code).startsWith('SQLITE_CONSTRAINT');
  return isConstraint || isConstraintIn(error.cause);
}

/** The failure of the database in an error, or in what caused it; `undefined` where it is something else. */
export function storeFailureIn(error: unknown): StoreFailure | undefined {
  if (error instanceof StoreFailure) return error;
  return error instanceof Error && error.cause !== undefined ? storeFailureIn(error.cause) : undefined;
}
