import { storeFailureIn } from '../db/storeFailure.js';
import { AppError } from '../problem/index.js';
import type { Append, TrailStore } from './store.js';

interface Waiting {
  readonly append: Append;
  readonly done: () => void;
  readonly failed: (error: unknown) => void;
}

/** With more waiting, a sender is asked to come again: an answer that takes minutes is none. */
const mostWaiting = 5000;

/**
 * Writes appends in groups: all that arrive while one group is being written share the next transaction.
 * A commit costs one flush of the disk however many events it holds, so this is what lets many devices be
 * acknowledged durably at once. Where a group cannot be stored, each of its members is tried alone: one bad entry
 * holds nobody else up.
 */
export function makeAppendQueue(store: Pick<TrailStore, 'write'>) {
  let waiting: Waiting[] = [];
  let running: Promise<void> | undefined;

  const writeAll = async () => {
    while (waiting.length > 0) {
      // One turn of the event loop, so that requests that have already arrived join this group.
      await new Promise((resolve) => setImmediate(resolve));
      const group = waiting;
      waiting = [];
      await writeGroup(store, group);
    }
    running = undefined;
  };

  return {
    /** Resolves when the append is on the disk; rejects when nothing of it is. */
    add: (append: Append): Promise<void> =>
      new Promise((done, failed) => {
        if (waiting.length >= mostWaiting) return failed(overloaded());
        waiting.push({ append, done, failed });
        running ??= writeAll();
      }),

    /** Resolves when everything that was added is written. */
    drained: async (): Promise<void> => running,

    waiting: (): number => waiting.length,
  };
}

async function writeGroup(store: Pick<TrailStore, 'write'>, group: readonly Waiting[]): Promise<void> {
  const standing = group.filter((one) => !failIfLost(one));
  if (standing.length === 0) return;
  try {
    await store.write(standing.map(({ append }) => append));
    for (const { done } of standing) done();
  } catch (error) {
    if (storeFailureIn(error) || standing.length === 1) for (const one of standing) fail(one, reasonOf(error));
    else for (const one of standing) await writeGroup(store, [one]);
  }
}

/** What was to follow an entry that is not on the disk has no place there either. */
function failIfLost(one: Waiting): boolean {
  const { isLost } = one.append.log;
  if (isLost)
    one.failed(new AppError('STORE_UNAVAILABLE', 'An entry before this one could not be stored. Send both again.'));
  return isLost;
}

function fail({ append, failed }: Waiting, reason: unknown): void {
  append.log.isLost = true;
  failed(reason);
}

function reasonOf(error: unknown): unknown {
  if (storeFailureIn(error) || isPlaceTaken(error)) return error;
  return new AppError(
    'ENTRY_UNSTORABLE',
    'The database cannot keep this entry, now or later. It was not stored; it stays on the device that sent it.',
  );
}

/** Another process wrote to the same log: read anew, the entry finds its place. */
const isPlaceTaken = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && error.code === 'SQLITE_CONSTRAINT_PRIMARYKEY';

const overloaded = () =>
  new AppError(
    'OVERLOADED',
    'More entries wait to be stored than the server can take now. Send them again in a moment.',
  );
