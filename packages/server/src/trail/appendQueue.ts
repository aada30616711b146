import type { Append, TrailStore } from './store.js';

interface Waiting {
  readonly append: Append;
  readonly done: () => void;
  readonly failed: (error: unknown) => void;
}

/**
 * Writes appends in groups: all that arrive while one group is being written share the next transaction.
 * A commit costs one flush of the disk however many events it holds, so this is what lets many devices be
 * acknowledged durably at once.
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
        waiting.push({ append, done, failed });
        running ??= writeAll();
      }),

    /** Resolves when everything that was added is written. */
    drained: async (): Promise<void> => running,
  };
}

async function writeGroup(store: Pick<TrailStore, 'write'>, group: readonly Waiting[]): Promise<void> {
  try {
    await store.write(group.map(({ append }) => append));
    for (const { done } of group) done();
  } catch (error) {
    for (const { failed } of group) failed(error);
  }
}
