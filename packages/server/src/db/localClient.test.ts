import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Client } from '@libsql/client';
import { expect } from 'chai';
import { openLocalClient } from './localClient.js';
import { storeFailureIn } from './storeFailure.js';

const holder = fileURLToPath(new URL('../testing/holdDatabase.mjs', import.meta.url));

/** Another program that holds the database for so long; resolves when it does. */
async function hold(folder: string, ms: number): Promise<ChildProcess> {
  const child = spawn(process.execPath, [holder, folder, String(ms)], { stdio: ['ignore', 'pipe', 'inherit'] });
  await once(child.stdout, 'data');
  return child;
}

describe('the database while another program holds it', () => {
  let folder: string;
  let client: Client;
  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-lock-'));
    client = openLocalClient(join(folder, 'probe-trail.db'), { patienceMs: 400 });
    await client.execute('PRAGMA journal_mode = WAL');
    await client.batch(['CREATE TABLE entry (id INTEGER PRIMARY KEY, text TEXT UNIQUE)']);
  });
  afterEach(async () => {
    client.close();
    await rm(folder, { recursive: true });
  });

  const insert = (text: string) => client.execute({ sql: 'INSERT INTO entry (text) VALUES (?)', args: [text] });
  /** What is on the disk, as another connection sees it. */
  const onDisk = async () => {
    const other = openLocalClient(join(folder, 'probe-trail.db'));
    const { rows } = await other.execute('SELECT text FROM entry ORDER BY id');
    other.close();
    return rows.map(({ text }) => String(text));
  };

  it('is written as soon as it is free, and read meanwhile', async () => {
    const holding = await hold(folder, 250);
    let isWritten = false;
    const writing = insert('waits').then(() => {
      isWritten = true;
    });
    const { rows } = await client.execute('SELECT count(*) AS count FROM entry');
    expect([rows[0]?.count, isWritten]).to.deep.equal([0, false]);
    await writing;
    expect(await onDisk()).to.deep.equal(['waits']);
    if (holding.exitCode === null) await once(holding, 'exit');
  });

  it('refuses a write that waited too long as busy, and has the next ones on the disk when they are acknowledged', async () => {
    const holding = await hold(folder, 1200);
    const refused = await Promise.allSettled([
      insert('a'),
      client.batch(["INSERT INTO entry (text) VALUES ('b')"]),
      insert('c'),
    ]);
    expect(refused.map((one) => one.status === 'rejected' && storeFailureIn(one.reason)?.kind)).to.deep.equal([
      'busy',
      'busy',
      'busy',
    ]);
    await once(holding, 'exit');
    for (let at = 0; at < 20; at += 1) {
      await insert(`after ${at}`);
      await client.batch([`INSERT INTO entry (text) VALUES ('together ${at}')`]);
      expect((await onDisk()).slice(-2)).to.deep.equal([`after ${at}`, `together ${at}`]);
    }
  });

  it('keeps nothing of a batch that fails in its middle, and goes on', async () => {
    await insert('first');
    const failing = client.batch([
      "INSERT INTO entry (text) VALUES ('second')",
      "INSERT INTO entry (text) VALUES ('first')",
    ]);
    expect(await failing.catch((error: Error) => error.message)).to.include('UNIQUE');
    await insert('third');
    expect(await onDisk()).to.deep.equal(['first', 'third']);
  });

  it('is never given text with half a character: reading it would end the process', async () =>
    expect(await insert('bus \ud83d').catch((error: Error) => error.message)).to.include('ill-formed'));

  it('reads a number beyond what JavaScript counts in ones, instead of failing the whole list', async () =>
    expect((await client.execute('SELECT 9223372036854775807 AS at')).rows[0]?.at).to.be.closeTo(2 ** 63, 1e4));

  it('keeps foreign keys and full synchronisation on every connection it opens', async () => {
    await insert('x')
      .then(() => insert('x'))
      .catch(() => undefined);
    const { rows: keys } = await client.execute('PRAGMA foreign_keys');
    const { rows: sync } = await client.execute('PRAGMA synchronous');
    expect([keys[0]?.foreign_keys, sync[0]?.synchronous]).to.deep.equal([1, 2]);
  });
});
