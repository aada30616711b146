import { existsSync, readdirSync, statSync } from 'node:fs';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { unfinished } from './dataFolder.js';
import { openLocalClient } from './localClient.js';
import { openDatabase } from './openDatabase.js';
import { readSessionSecret } from './sessionSecret.js';

/** When some migrations were written, as their journal has it. */
const migrations = { seenCodes: 1796108185524, physicalChecks: 1796117565133, recordingKinds: 1796133013012 } as const;

/** Takes a migration back, and what came after it. */
const asBefore = (createdAt: number): string[] => [
  `DELETE FROM __drizzle_migrations WHERE created_at >= ${createdAt}`,
  'ALTER TABLE recording DROP COLUMN kind',
  'ALTER TABLE instrument DROP COLUMN address',
  'DROP TABLE circuit',
];

describe('opening a data folder', () => {
  let folder: string;
  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-open-'));
  });
  afterEach(() => rm(folder, { recursive: true }));

  const problemOf = (opening: Promise<unknown>) =>
    opening.then(
      () => 'opened',
      (error: Error) => error.message,
    );

  it('that an earlier version left unreadable text and times in mends them, says so, and is readable', async () => {
    (await openDatabase(folder)).close();
    const raw = openLocalClient(join(folder, 'probe-trail.db'));
    await raw.batch([
      // How half a character came in: escaped in JSON, and taken out of it by SQLite.
      {
        sql: `INSERT INTO trail (trail_id, plan_title, fleet_number, complaint, opened_at_ms, opened_by, last_event_at_ms)
              SELECT 't1', 'Fan', 'FG-07', value ->> 0, 9007199254740993, 'Tobi Lunde', 8640000000000001 FROM json_each(?)`,
        args: [JSON.stringify([['hot \ud83d']])],
      },
      {
        sql: `INSERT INTO trail_event (trail_id, seq, event_id, event) SELECT 't1', 0, 'e0', value -> 0 FROM json_each(?)`,
        args: [JSON.stringify([[{ id: 'e0', complaint: 'hot \ud83d', note: 'a\u0000b 한국 🚌' }]])],
      },
    ]);
    await raw.executeMultiple('PRAGMA user_version = 0');
    raw.close();

    const database = await openDatabase(folder);
    expect(database.mended.map(({ table, column, count }) => `${table}.${column} ${count}`)).to.have.members([
      'trail.complaint 1',
      'trail.opened_at_ms 1',
      'trail.last_event_at_ms 1',
      'trail_event.event 1',
    ]);
    const { rows } = await database.client.execute('SELECT complaint, opened_at_ms FROM trail');
    expect({ ...rows[0] }).to.deep.equal({ complaint: 'hot \ufffd', opened_at_ms: Date.UTC(2100, 0, 1) });
    const event = await database.client.execute('SELECT event FROM trail_event');
    expect(JSON.parse(String(event.rows[0]?.event))).to.deep.equal({
      id: 'e0',
      complaint: 'hot \ufffd',
      note: 'ab 한국 🚌',
    });
    database.close();
    const again = await openDatabase(folder);
    expect(again.mended).to.deep.equal([]);
    again.close();
  });

  it('is refused while another process has it, and taken over from one that was killed', async () => {
    const database = await openDatabase(folder);
    database.close();
    const init = { pid: 1, startedAt: '' };
    await writeFile(join(folder, 'server.lock'), JSON.stringify({ ...init, startedAt: 'another start' }));
    const second = await openDatabase(folder);
    second.close();
    expect(existsSync(join(folder, 'server.lock'))).to.equal(false);
  });

  it('removes what an upload left behind that was broken off', async () => {
    await mkdir(join(folder, 'photos', 'ab'), { recursive: true });
    await writeFile(join(folder, 'photos', 'ab', `abc.1${unfinished}`), 'half');
    (await openDatabase(folder)).close();
    expect(readdirSync(join(folder, 'photos', 'ab'))).to.deep.equal([]);
  });

  it('forgets codes of a vehicle that no unit has seen, as an earlier version listed them', async () => {
    const database = await openDatabase(folder);
    const codes = [null, 8, 80, 0].map((status, at) => ({ unitId: 'A10', code: `P010${at}`, status }));
    await database.client.batch([
      ...asBefore(migrations.seenCodes),
      {
        sql: `INSERT INTO code_sheet (sheet_id, job_id, vehicle_id, taken_by, taken_at_ms, document) VALUES ('s', 'j', 'v', 'Tobi Lunde', 0, ?)`,
        args: [JSON.stringify({ codes })],
      },
      ...codes.map(({ code }, at) => ({
        sql: `INSERT INTO sheet_code (sheet_id, seq, vehicle_id, unit_id, code, text, taken_at_ms) VALUES ('s', ?, 'v', 'A10', ?, '', 0)`,
        args: [at, code],
      })),
    ]);
    database.close();
    const migrated = await openDatabase(folder);
    const { rows } = await migrated.client.execute('SELECT code FROM sheet_code ORDER BY seq');
    expect(rows.map(({ code }) => code)).to.deep.equal(['P0100', 'P0101']);
    migrated.close();
  });

  it('gives part cards of an earlier version no physical checks and no known-good captures, and leaves those of others alone', async () => {
    const database = await openDatabase(folder);
    const check = { value: 'A10.boostPressure', when: '', is: { kind: 'between', unit: 'V', min: 0, max: 5 } };
    const cards = [{ name: 'old' }, { name: 'new', physicalChecks: [check], references: [{ id: 'good' }] }];
    await database.client.batch([
      ...asBefore(migrations.physicalChecks),
      ...cards.map((card) => ({
        sql: `INSERT INTO library_card (card_id, name, place, etag, saved_at_ms, saved_by, card) VALUES (?, '', '', '', 0, '', ?)`,
        args: [card.name, JSON.stringify(card)],
      })),
    ]);
    database.close();
    const migrated = await openDatabase(folder);
    const { rows } = await migrated.client.execute('SELECT card FROM library_card ORDER BY card_id DESC');
    expect(rows.map(({ card }) => JSON.parse(String(card)))).to.deep.equal([
      { name: 'old', physicalChecks: [], references: [] },
      { name: 'new', physicalChecks: [check], references: [{ id: 'good' }] },
    ]);
    migrated.close();
  });

  it('takes recordings of an earlier version for drives', async () => {
    const database = await openDatabase(folder);
    await database.client.batch([
      ...asBefore(migrations.recordingKinds),
      `INSERT INTO recording (recording_id, job_id, name, started_at_ms, length_ms, channels, mark_count, byte_count, added_by)
       VALUES ('r', 'j', 'Drive', 0, 1000, '[]', 0, 1, 'Tobi Lunde')`,
    ]);
    database.close();
    const migrated = await openDatabase(folder);
    const { rows } = await migrated.client.execute('SELECT kind FROM recording');
    expect(rows.map(({ kind }) => kind)).to.deep.equal(['drive']);
    migrated.close();
  });

  it('copies the database before a migration, once', async () => {
    const database = await openDatabase(folder);
    await database.client.batch(asBefore(migrations.recordingKinds));
    database.close();
    const migrated = await openDatabase(folder);
    migrated.close();
    expect(readdirSync(join(folder, 'copies'))).to.have.length(1);
  });

  it('keeps everything readable for its owner alone', async () => {
    const before = process.umask(0o077);
    const database = await openDatabase(folder);
    await readSessionSecret(folder, undefined);
    process.umask(before);
    for (const name of ['probe-trail.db', 'session.key'])
      expect(statSync(join(folder, name)).mode & 0o077, name).to.equal(0);
    database.close();
  });

  it('with an empty or short key is a sentence, not a stack', async () => {
    await writeFile(join(folder, 'session.key'), '\n');
    expect(await problemOf(readSessionSecret(folder, undefined))).to.match(
      /session\.key is empty: a secret has at least 32/,
    );
    expect(await problemOf(readSessionSecret(folder, ''))).to.match(/PROBE_TRAIL_SECRET is empty/);
    expect(await problemOf(readSessionSecret(folder, 'short'))).to.match(/PROBE_TRAIL_SECRET is too short/);
  });
});
