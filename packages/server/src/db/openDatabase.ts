import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type Client, createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { inDataFolder, prepareDataFolder, removeUnfinished, unfinished } from './dataFolder.js';
import { type LocalClientOptions, openLocalClient } from './localClient.js';
import { lockFolder } from './lockFolder.js';
import { type Mended, mendStored } from './mendStored.js';
import { messageOf, StartProblem } from './startProblem.js';
import type { StoreFailureKind } from './storeFailure.js';

export { messageOf, StartProblem } from './startProblem.js';

export interface Database {
  readonly client: Client;
  readonly orm: LibSQLDatabase;
  /** What could not be read, and was mended when it was opened. */
  readonly mended: readonly Mended[];
  /** Why the newest write failed; `undefined` when it did not. */
  readonly lastFailure: () => StoreFailureKind | undefined;
  /** Closes the database and gives the folder back. */
  readonly close: () => void;
}

const migrationsFolder = fileURLToPath(new URL('../../migrations', import.meta.url));
/** Number in the database that says: texts and times were looked through by a version that lets nothing unreadable in. */
const lookedThrough = 1;

/**
 * Opens the database in the data folder, or at `url`, and brings it to this version; a copy is made before.
 * @throws StartProblem when the folder cannot be written or is in use, or the database is broken or newer than this program
 */
export async function openDatabase(
  dataFolder: string,
  url?: string,
  options: LocalClientOptions = {},
): Promise<Database> {
  // Photos and the key of the sessions lie there even when the database is elsewhere.
  prepareDataFolder(dataFolder);
  const { database: file, lock: lockFile, copies, photos } = inDataFolder(dataFolder);
  const lock = lockFolder(lockFile);
  let client: Client | undefined;
  try {
    removeUnfinished(photos);
    const local = url === undefined ? openLocalClient(file, options) : undefined;
    client = local ?? createClient({ url: url ?? '' });
    if (url === undefined) await client.execute('PRAGMA journal_mode = WAL');
    if (lock.afterUncleanEnd) await refuseBroken(client);
    await refuseNewer(client);
    if (url === undefined) await copyBeforeMigration(client, copies);
    const orm = drizzle(client);
    await migrate(orm, { migrationsFolder });
    const mended = await lookThrough(client, lock.afterUncleanEnd);
    const opened = client;
    return {
      client,
      orm,
      mended,
      lastFailure: local?.lastFailure ?? (() => undefined),
      close: () => {
        opened.close();
        lock.release();
      },
    };
  } catch (error) {
    client?.close();
    lock.release();
    throw error instanceof StartProblem
      ? error
      : new StartProblem(`The database in ${url ?? dataFolder} cannot be opened: ${messageOf(error)}.`);
  }
}

/** After a power cut the disk may not have what it said it had. */
async function refuseBroken(client: Client): Promise<void> {
  const { rows } = await client.execute('PRAGMA quick_check(1)');
  const found = String(rows[0]?.quick_check ?? 'ok');
  if (found !== 'ok')
    throw new StartProblem(
      `The database was damaged when the server ended last: ${found}. Restore a backup; docs/operations.md says how.`,
    );
}

/** Migrations carry the time at which they were generated; one that is unknown here comes from a newer program. */
async function refuseNewer(client: Client): Promise<void> {
  if ((await newestApplied(client)) > (await newestKnown()))
    throw new StartProblem(
      'The database was written by a newer version of Probe Trail. Start that version, or restore a copy from before it.',
    );
}

/** Time of the newest migration in a database; 0 where it has none. */
export async function newestApplied(client: Client): Promise<number> {
  const table = await client.execute("SELECT 1 FROM sqlite_master WHERE name = '__drizzle_migrations'");
  if (table.rows.length === 0) return 0;
  const applied = await client.execute('SELECT max(created_at) AS newest FROM __drizzle_migrations');
  return Number(applied.rows[0]?.newest ?? 0);
}

/** Time of the newest migration of this program. */
export async function newestKnown(): Promise<number> {
  const journal: unknown = JSON.parse(await readFile(join(migrationsFolder, 'meta', '_journal.json'), 'utf8'));
  return (journal as { readonly entries: readonly { readonly when: number }[] }).entries.at(-1)?.when ?? 0;
}

async function copyBeforeMigration(client: Client, copies: string): Promise<void> {
  const applied = await newestApplied(client);
  if (applied === 0 || applied === (await newestKnown())) return;
  mkdirSync(copies, { recursive: true, mode: 0o700 });
  const copy = join(copies, `before-${applied}.db`);
  if (!existsSync(copy)) await copyDatabase(client, copy);
}

/** Writes a consistent copy of an open database, whoever else writes meanwhile (SQLite, VACUUM INTO). */
export async function copyDatabase(client: Client, to: string): Promise<void> {
  const part = `${to}${unfinished}`;
  rmSync(part, { force: true });
  await client.executeMultiple(`VACUUM INTO '${part.replaceAll("'", "''")}'`);
  renameSync(part, to);
}

async function lookThrough(client: Client, afterUncleanEnd: boolean): Promise<readonly Mended[]> {
  const { rows } = await client.execute('PRAGMA user_version');
  if (!afterUncleanEnd && Number(rows[0]?.user_version) >= lookedThrough) return [];
  const mended = await mendStored(client);
  await client.executeMultiple(`PRAGMA user_version = ${lookedThrough}`);
  return mended;
}
