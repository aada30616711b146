import { mkdirSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { type Client, createClient } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';

export interface Database {
  readonly client: Client;
  readonly orm: LibSQLDatabase;
}

/** Trouble at the start that somebody at the keyboard can mend: said as a sentence, without a stack. */
export class StartProblem extends Error {}

const migrationsFolder = fileURLToPath(new URL('../../migrations', import.meta.url));

/**
 * Opens the database in the data folder, or at `url`, and brings it to this version.
 * @throws StartProblem when the folder cannot be written or the database is newer than this program
 */
export async function openDatabase(dataFolder: string, url?: string): Promise<Database> {
  // Photos and the key of the sessions lie there even when the database is elsewhere.
  makeFolder(dataFolder);
  const client = createClient({ url: url ?? `file:${join(dataFolder, 'probe-trail.db')}` });
  try {
    await setUp(client);
    await refuseNewer(client);
    const orm = drizzle(client);
    await migrate(orm, { migrationsFolder });
    return { client, orm };
  } catch (error) {
    client.close();
    throw error instanceof StartProblem
      ? error
      : new StartProblem(`The database in ${url ?? dataFolder} cannot be opened: ${messageOf(error)}.`);
  }
}

function makeFolder(dataFolder: string): void {
  try {
    mkdirSync(dataFolder, { recursive: true });
  } catch (error) {
    throw new StartProblem(
      `The data folder ${dataFolder} cannot be made: ${messageOf(error)}. Set PROBE_TRAIL_DATA to a folder that can be written.`,
    );
  }
}

async function setUp(client: Client): Promise<void> {
  await client.execute('PRAGMA journal_mode = WAL');
  // What is acknowledged must be on the disk: with NORMAL, a power cut could lose the last commits.
  await client.execute('PRAGMA synchronous = FULL');
  await client.execute('PRAGMA foreign_keys = ON');
  await client.execute('PRAGMA busy_timeout = 5000');
}

/** Migrations carry the time at which they were generated; one that is unknown here comes from a newer program. */
async function refuseNewer(client: Client): Promise<void> {
  const table = await client.execute("SELECT 1 FROM sqlite_master WHERE name = '__drizzle_migrations'");
  if (table.rows.length === 0) return;
  const applied = await client.execute('SELECT max(created_at) AS newest FROM __drizzle_migrations');
  const journal: unknown = JSON.parse(await readFile(join(migrationsFolder, 'meta', '_journal.json'), 'utf8'));
  const known = (journal as { readonly entries: readonly { readonly when: number }[] }).entries.at(-1)?.when ?? 0;
  if (Number(applied.rows[0]?.newest ?? 0) > known)
    throw new StartProblem(
      'The database was written by a newer version of Probe Trail. Start that version, or restore a copy from before it.',
    );
}

export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
