import { chmodSync, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { messageOf, StartProblem } from './startProblem.js';

/** Where things lie in the data folder. */
export const inDataFolder = (dataFolder: string) => ({
  database: join(dataFolder, 'probe-trail.db'),
  photos: join(dataFolder, 'photos'),
  recordings: join(dataFolder, 'recordings'),
  sessionKey: join(dataFolder, 'session.key'),
  log: join(dataFolder, 'server.log'),
  lock: join(dataFolder, 'server.lock'),
  /** Copies of the database that were made before a migration. */
  copies: join(dataFolder, 'copies'),
});

/**
 * Makes the data folder, readable for its owner alone, and brings an older one to the same.
 * @throws StartProblem when it cannot be made
 */
export function prepareDataFolder(dataFolder: string): void {
  try {
    mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
    const { database, sessionKey, log } = inDataFolder(dataFolder);
    for (const file of [database, `${database}-wal`, `${database}-shm`, sessionKey, log])
      if (existsSync(file)) chmodSync(file, 0o600);
  } catch (error) {
    throw new StartProblem(
      `The data folder ${dataFolder} cannot be made: ${messageOf(error)}. Set PROBE_TRAIL_DATA to a folder that can be written.`,
    );
  }
}

/** Ending of a file that is still being written; whoever reads the folder passes over it. */
export const unfinished = '.part';

/** Removes what an upload left behind when the server was killed in the middle of it. */
export function removeUnfinished(folder: string): void {
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' }))
    if (name.endsWith(unfinished)) rmSync(join(folder, name), { force: true });
}
