import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { AppError } from '../problem/index.js';

/** What is done in another thread, as it would hold up everybody in the one that answers; `worker.ts` knows how, by its kind. */
export interface ThreadTask {
  readonly kind: string;
}

/** How many bodies may wait for the other thread: with more, a sender is asked to come again instead. */
const mostWaiting = 64;

/** No document of a workshop takes a tenth of it; one that does is given up, and its thread with it. */
const longestMs = 30_000;

let pool: Piscina | undefined;

/** One thread for all servers of this process; it starts with the first that needs it, and does not keep the process alive. */
function threads(): Piscina {
  const built = new URL('../worker.js', import.meta.url);
  const filename = fileURLToPath(existsSync(built) ? built : new URL('../worker.ts', import.meta.url));
  pool ??= new Piscina({ filename, minThreads: 1, maxThreads: 1, maxQueue: mostWaiting, idleTimeout: 60_000 });
  return pool;
}

/**
 * Does a task in another thread.
 * @throws AppError where too many wait, or where it takes too long
 */
export async function apart<Done>(task: ThreadTask): Promise<Done> {
  if (threads().queueSize >= mostWaiting)
    throw new AppError(
      'OVERLOADED',
      'The server has more large documents to read than it can now. Nothing was saved; send it again.',
    );
  try {
    return await threads().run(task, { signal: AbortSignal.timeout(longestMs) });
  } catch (error) {
    if (!(error instanceof Error) || error.name !== 'AbortError') throw error;
    throw new AppError(
      'REQUEST_TOO_LARGE',
      `Checking this took more than ${longestMs / 1000} s, and was given up. Nothing was saved.`,
    );
  }
}

/** Starts the thread before anybody waits for it. */
export const warmUp = (): void => void threads();
