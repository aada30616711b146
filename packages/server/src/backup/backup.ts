import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { copyFile, mkdir, mkdtemp, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { create, extract } from 'tar';
import { inDataFolder, unfinished } from '../db/dataFolder.js';
import { openLocalClient } from '../db/localClient.js';
import { lockFolder } from '../db/lockFolder.js';
import { copyDatabase, newestApplied, newestKnown } from '../db/openDatabase.js';
import { messageOf, StartProblem } from '../db/startProblem.js';

const manifestName = 'manifest.json';
const databaseName = 'probe-trail.db';
const keyName = 'session.key';

/** What a backup says of itself. */
interface Manifest {
  readonly format: 'probe-trail-backup';
  readonly formatVersion: 1;
  /** Time of the newest migration of its database: an older program cannot read it. */
  readonly migration: number;
  readonly madeAtMs: number;
  /** SHA-256 of each file, by its path in the backup. */
  readonly files: Readonly<Record<string, string>>;
}

export interface BackupInfo {
  readonly madeAtMs: number;
  readonly fileCount: number;
  readonly bytes: number;
}

/**
 * Writes a backup of a data folder into one file, while the server runs: the database as it is at one moment, every picture
 * that it speaks of, the key of the sessions, and the checksum of each.
 * @throws StartProblem when there is nothing to back up, or the file cannot be written
 */
export async function backup(dataFolder: string, file: string, nowMs: number): Promise<BackupInfo> {
  const from = inDataFolder(dataFolder);
  if (!existsSync(from.database)) throw new StartProblem(`There is no database in ${dataFolder}.`);
  return besideFile(file, async (folder) => {
    const client = openLocalClient(from.database, { patienceMs: 30_000 });
    await copyDatabase(client, join(folder, databaseName));
    const migration = await newestApplied(client);
    client.close();
    // Pictures and recordings are never changed or removed: those that the copy speaks of are all there now.
    await copyTree(from.photos, join(folder, 'photos'));
    await copyTree(from.recordings, join(folder, 'recordings'));
    if (existsSync(from.sessionKey)) await copyFile(from.sessionKey, join(folder, keyName));
    const files = await checksumsOf(folder);
    const manifest: Manifest = { format: 'probe-trail-backup', formatVersion: 1, migration, madeAtMs: nowMs, files };
    await writeFile(join(folder, manifestName), JSON.stringify(manifest, null, 2));
    const part = `${resolve(file)}${unfinished}`;
    await create({ file: part, cwd: folder, portable: true }, [manifestName, ...Object.keys(files)]);
    await rename(part, resolve(file));
    return infoOf(manifest, file);
  });
}

/**
 * Reads a whole backup: every file is there and has its checksum, and the database is sound.
 * @throws StartProblem that says what is wrong with it
 */
export const verify = (file: string): Promise<BackupInfo> =>
  unpacked(file, async (_folder, manifest) => infoOf(manifest, file));

/**
 * Puts a backup into a data folder that has no database, after it was verified.
 * @throws StartProblem when the folder is in use or has data, or the backup is broken or of a newer version
 */
export async function restore(file: string, dataFolder: string): Promise<BackupInfo> {
  const to = inDataFolder(dataFolder);
  if (existsSync(to.database))
    throw new StartProblem(`${dataFolder} has a database. Move that folder away first; nothing was changed.`);
  return unpacked(file, async (folder, manifest) => {
    if (manifest.migration > (await newestKnown()))
      throw new StartProblem('The backup was made by a newer version of Probe Trail. Restore it with that version.');
    await mkdir(dataFolder, { recursive: true, mode: 0o700 });
    const lock = lockFolder(to.lock);
    try {
      await copyTree(join(folder, 'photos'), to.photos);
      await copyTree(join(folder, 'recordings'), to.recordings);
      if (existsSync(join(folder, keyName))) await copyFile(join(folder, keyName), to.sessionKey);
      // Last, so that a restore that was broken off can be begun again.
      await copyFile(join(folder, databaseName), `${to.database}${unfinished}`);
      await rename(`${to.database}${unfinished}`, to.database);
    } finally {
      lock.release();
    }
    return infoOf(manifest, file);
  });
}

/** Unpacks and checks a backup in a folder beside it, which goes afterwards. */
async function unpacked<Done>(
  file: string,
  work: (folder: string, manifest: Manifest) => Promise<Done>,
): Promise<Done> {
  if (!existsSync(file)) throw new StartProblem(`There is no file ${file}.`);
  return besideFile(file, async (folder) => {
    await extract({ file: resolve(file), cwd: folder, strict: true }).catch((error: unknown) => {
      throw new StartProblem(`${file} is not a backup that can be read: ${messageOf(error)}.`);
    });
    const manifest = await readManifest(folder, file);
    await compareChecksums(folder, manifest, file);
    await refuseDamaged(join(folder, databaseName), file);
    return work(folder, manifest);
  });
}

async function readManifest(folder: string, file: string): Promise<Manifest> {
  try {
    const read: unknown = JSON.parse(await readFile(join(folder, manifestName), 'utf8'));
    const { format, formatVersion } = read as Partial<Manifest>;
    if (format === 'probe-trail-backup' && formatVersion === 1) return read as Manifest;
  } catch (error) {
    throw new StartProblem(`${file} is not a backup of Probe Trail: ${messageOf(error)}.`);
  }
  throw new StartProblem(`${file} is not a backup of this version of Probe Trail.`);
}

async function compareChecksums(folder: string, { files }: Manifest, file: string): Promise<void> {
  const found = await checksumsOf(folder);
  for (const [path, checksum] of Object.entries(files)) {
    if (found[path] === undefined) throw new StartProblem(`${file} is broken: ${path} is missing.`);
    if (found[path] !== checksum) throw new StartProblem(`${file} is broken: ${path} is not what was backed up.`);
  }
  if (files[databaseName] === undefined) throw new StartProblem(`${file} is broken: it has no database.`);
}

async function refuseDamaged(database: string, file: string): Promise<void> {
  const client = openLocalClient(database);
  const { rows } = await client.execute('PRAGMA integrity_check(1)');
  client.close();
  const found = String(rows[0]?.integrity_check);
  if (found !== 'ok') throw new StartProblem(`${file} is broken: its database is damaged (${found}).`);
}

/** SHA-256 of every file below a folder but the manifest, by its path. */
async function checksumsOf(folder: string): Promise<Record<string, string>> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  const paths = entries.filter((entry) => entry.isFile()).map((entry) => join(entry.parentPath, entry.name));
  const checksums: Record<string, string> = {};
  for (const path of paths.sort()) {
    const name = path.slice(folder.length + 1).replaceAll('\\', '/');
    if (name === manifestName) continue;
    const hash = createHash('sha256');
    await pipeline(createReadStream(path), hash);
    checksums[name] = hash.digest('hex');
  }
  return checksums;
}

async function copyTree(from: string, to: string): Promise<void> {
  if (!existsSync(from)) return;
  const entries = await readdir(from, { recursive: true, withFileTypes: true });
  for (const entry of entries) {
    if (!entry.isFile() || entry.name.endsWith(unfinished)) continue;
    const folder = join(to, entry.parentPath.slice(from.length));
    await mkdir(folder, { recursive: true, mode: 0o700 });
    await copyFile(join(entry.parentPath, entry.name), join(folder, entry.name));
  }
}

/** A folder for the time of some work, beside a file: on the same disk, so that what is finished is only moved. */
async function besideFile<Done>(file: string, work: (folder: string) => Promise<Done>): Promise<Done> {
  const folder = await mkdtemp(`${resolve(file)}${unfinished}-`);
  try {
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

const infoOf = async ({ madeAtMs, files }: Manifest, file: string): Promise<BackupInfo> => ({
  madeAtMs,
  fileCount: Object.keys(files).length,
  bytes: (await stat(file)).size,
});
