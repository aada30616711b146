import { statfs } from 'node:fs/promises';
import type { Database } from '../db/openDatabase.js';

/** How the server is, part by part. */
export interface Health {
  readonly name: 'probe-trail';
  /** Whether it can do everything now. */
  readonly ok: boolean;
  readonly database: 'ok' | 'unreadable' | 'unwritable';
  readonly disk: { readonly state: 'ok' | 'low' | 'full'; readonly freeMb: number };
  /** Appends to trails that are not on the disk yet. */
  readonly waitingAppends: number;
}

export type HealthService = ReturnType<typeof makeHealth>;

const megabyte = 1024 * 1024;
const lowMb = 500;
const fullMb = 20;
const mostWaiting = 500;

/** Asks the parts of the server that can fail by themselves. */
export function makeHealth({ client }: Database, dataFolder: string, waitingAppends: () => number) {
  const askDatabase = async (): Promise<Health['database']> => {
    try {
      await client.execute('SELECT 1 FROM person LIMIT 1');
    } catch {
      return 'unreadable';
    }
    try {
      // A write that changes nothing: it needs the lock and the log all the same.
      await client.batch(['UPDATE person SET id = id WHERE id IS NULL']);
      return 'ok';
    } catch {
      return 'unwritable';
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
