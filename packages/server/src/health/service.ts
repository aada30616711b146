import { statfs } from 'node:fs/promises';
import { setTimeout as delay } from 'node:timers/promises';
import type { Database } from '../db/openDatabase.js';
import { storeFailureIn } from '../db/storeFailure.js';

/** How the server is, part by part. */
export interface Health {
  readonly name: 'probe-trail';
  /** Whether it can do everything now. */
  readonly ok: boolean;
  /** `busy`: another program holds it; `full`: it has no room to grow; then it can be read all the same. */
  readonly database: 'ok' | 'unreadable' | 'busy' | 'full' | 'unavailable';
  readonly disk: { readonly state: 'ok' | 'low' | 'full'; readonly freeMb: number };
  /** Appends to trails that are not on the disk yet. */
  readonly waitingAppends: number;
}

export type HealthService = ReturnType<typeof makeHealth>;

const megabyte = 1024 * 1024;
const lowMb = 500;
const fullMb = 20;
const mostWaiting = 500;
/** Health answers soon, whatever the database does. */
const patienceMs = 500;

/** Asks the parts of the server that can fail by themselves. */
export function makeHealth({ client, lastFailure }: Database, dataFolder: string, waitingAppends: () => number) {
  const askDatabase = async (): Promise<Health['database']> => {
    try {
      await client.execute('SELECT 1 FROM person LIMIT 1');
    } catch {
      return 'unreadable';
    }
    // What wrote last knows best; only after a failure it is tried whether it works again.
    if (lastFailure() === undefined) return 'ok';
    return Promise.race([tryWriting(), delay(patienceMs, 'busy' as const, { ref: false })]);
  };

  /** Writes what stands there already: it needs the lock and room all the same. */
  const tryWriting = async (): Promise<Health['database']> => {
    try {
      await client.batch(['UPDATE person SET name = name WHERE rowid = (SELECT min(rowid) FROM person)']);
      return 'ok';
    } catch (error) {
      return storeFailureIn(error)?.kind ?? 'unavailable';
    }
  };

  const askDisk = async (): Promise<Health['disk']> => {
    const { bavail, bsize } = await statfs(dataFolder);
    const freeMb = Math.floor((Number(bavail) * Number(bsize)) / megabyte);
    return { state: freeMb < fullMb ? 'full' : freeMb < lowMb ? 'low' : 'ok', freeMb };
  };

  return {
    ask: async (): Promise<Health> => {
      const [database, disk] = await Promise.all([askDatabase(), askDisk()]);
      const waiting = waitingAppends();
      const ok = database === 'ok' && disk.state !== 'full' && waiting < mostWaiting;
      return { name: 'probe-trail', ok, database, disk, waitingAppends: waiting };
    },
  };
}
