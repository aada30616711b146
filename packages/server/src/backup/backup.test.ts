import { existsSync } from 'node:fs';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { openLocalClient } from '../db/localClient.js';
import { aServer, releaseSmallPlan, smallWalk, type TestServer } from '../testing/aServer.js';
import { backup, restore, verify } from './backup.js';

const onePixel = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);

describe('a backup', () => {
  let server: TestServer;
  let folder: string;
  let file: string;
  beforeEach(async () => {
    server = await aServer();
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-backup-'));
    file = join(folder, 'monday.backup');
    await releaseSmallPlan(server);
    await server.ask('POST', '/api/trails/t1/events', { events: smallWalk() });
  });
  afterEach(async () => {
    await server.stop();
    await rm(folder, { recursive: true });
  });

  const problemOf = (work: Promise<unknown>) =>
    work.then(
      () => 'done',
      (error: Error) => error.message,
    );

  it('that is made while the server writes has every entry that was acknowledged before, and its pictures', async () => {
    const photoId = await server.services.photos.add({
      bytes: onePixel,
      mediaType: 'image/png',
      addedAtMs: 1,
      addedBy: 'Ines Marrow',
    });
    const writing = Array.from({ length: 40 }, (_, at) =>
      server.ask('POST', `/api/trails/during-${at}/events`, { events: smallWalk(`d${at}-`) }),
    );
    const made = await backup(server.folder, file, 5000);
    await Promise.all(writing);
    expect(made).to.include({ madeAtMs: 5000, fileCount: 2 });
    expect(await verify(file)).to.deep.equal(made);

    const to = join(folder, 'restored');
    await restore(file, to);
    const restored = await aServer(to);
    expect((await restored.ask('GET', '/api/trails/t1')).body.events).to.deep.equal(smallWalk());
    expect(await readFile(restored.services.photos.pathOf(photoId))).to.deep.equal(onePixel);
    // A trail is there whole or not at all.
    for (const { trailId } of (await restored.ask('GET', '/api/trails')).body as unknown as readonly {
      trailId: string;
    }[])
      expect((await restored.ask('GET', `/api/trails/${trailId}`)).body.events).to.have.length(4);
    await restored.stop();
  });

  it('that was changed, cut or is something else is refused, and says why', async () => {
    await backup(server.folder, file, 5000);
    const whole = await readFile(file);
    const at = whole.indexOf('Slow cranking');
    const changed = Buffer.from(whole);
    changed.write('Fast', at);
    for (const [bytes, message] of [
      [changed, 'probe-trail.db is not what was backed up'],
      [whole.subarray(0, whole.length / 2), 'broken|not a backup'],
      [Buffer.from('nothing of the kind'), 'not a backup'],
    ] as const) {
      await writeFile(file, bytes);
      expect(await problemOf(verify(file))).to.match(new RegExp(message));
      expect(await problemOf(restore(file, join(folder, 'to')))).to.match(new RegExp(message));
    }
    expect(existsSync(join(folder, 'to', 'probe-trail.db'))).to.equal(false);
    expect(await problemOf(verify(join(folder, 'gone')))).to.include('There is no file');
  });

  it('is not restored over data, nor by an older program', async () => {
    await backup(server.folder, file, 5000);
    expect(await problemOf(restore(file, server.folder))).to.include('has a database');
    const newer = await mkdtemp(join(folder, 'newer-'));
    await restore(file, join(newer, 'data'));
    const client = openLocalClient(join(newer, 'data', 'probe-trail.db'));
    await client.execute("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 99999999999999)");
    client.close();
    await backup(join(newer, 'data'), file, 6000);
    expect(await problemOf(restore(file, join(folder, 'to')))).to.include('newer version');
  });

  it('is not made of a folder without a database', async () =>
    expect(await problemOf(backup(join(folder, 'nothing'), file, 1))).to.include('There is no database'));
});
