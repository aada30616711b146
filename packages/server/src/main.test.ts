import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { get } from 'node:https';
import { connect, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { fileURLToPath } from 'node:url';
import { createClient } from '@libsql/client';
import type { TrailEvent } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { smallPlan, smallWalk } from './testing/aServer.js';

const main = fileURLToPath(new URL('../dist/main.js', import.meta.url));
const holder = fileURLToPath(new URL('./testing/holdDatabase.mjs', import.meta.url));
const firstPort = 4300 + (process.pid % 400);

describe('starting and stopping the server', () => {
  let folder: string;
  let port = firstPort;
  const running = new Set<ChildProcess>();

  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-main-'));
    port += 1;
  });
  afterEach(async () => {
    for (const child of running) child.kill('SIGKILL');
    await rm(folder, { recursive: true, force: true });
  });

  /** Starts the built server; resolves when it is open, or with what it said when it would not open. */
  function start(
    data = folder,
    more: NodeJS.ProcessEnv = {},
  ): Promise<{ child: ChildProcess; said: string; opened: boolean }> {
    const child = spawn(process.execPath, [main], {
      env: { ...process.env, PORT: String(port), PROBE_TRAIL_DATA: data, PROBE_TRAIL_DEMO: '0', ...more },
    });
    running.add(child);
    let said = '';
    return new Promise((resolve) => {
      const hear = (chunk: Buffer) => {
        said += chunk.toString();
        if (said.includes('Stop with Ctrl C')) resolve({ child, said, opened: true });
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('close', () => resolve({ child, said, opened: false }));
    });
  }

  const post = async (
    path: string,
    body: object | undefined,
    headers: Record<string, string> = {},
  ): Promise<Response> =>
    fetch(`http://127.0.0.1:${port}${path}`, {
      method: 'POST',
      headers: { 'x-probe-trail': '1', ...(body ? { 'content-type': 'application/json' } : {}), ...headers },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });

  const tokenIn = (said: string) => /type this token there: (\S+)/.exec(said)?.[1] ?? '';

  async function withReleasedPlan(token: string): Promise<Record<string, string>> {
    const first = { name: 'Ines Marrow', password: 'long enough for all' };
    await post('/api/people/first', { ...first, token });
    const signedIn = await post('/api/session', first);
    const headers = { cookie: signedIn.headers.get('set-cookie')?.split(';')[0] ?? '' };
    const created = await post('/api/plans', { document: smallPlan() }, headers);
    await post(
      '/api/plans/cranking/draft/release',
      { notes: '' },
      {
        ...headers,
        'if-match': created.headers.get('etag') ?? '',
      },
    );
    return headers;
  }

  describe('with a certificate', () => {
    const inTesting = (name: string) => fileURLToPath(new URL(`./testing/${name}`, import.meta.url));
    const tls = {
      PROBE_TRAIL_TLS_CERT: inTesting('localhost.cert.pem'),
      PROBE_TRAIL_TLS_KEY: inTesting('localhost.key.pem'),
    };

    it('speaks HTTPS, and a second start knows it', async () => {
      const first = await start(folder, tls);
      expect(first.said).to.include(`is open at https://localhost:${port}`);
      let hsts = '';
      const health = await new Promise<string>((resolve, reject) => {
        const request = {
          port,
          path: '/api/health',
          ca: readFileSync(tls.PROBE_TRAIL_TLS_CERT),
          servername: 'localhost',
        };
        get(request, (response) => {
          hsts = String(response.headers['strict-transport-security']);
          text(response).then(resolve, reject);
        }).on('error', reject);
      });
      expect(health).to.include('probe-trail');
      expect(hsts).to.include('max-age=31536000');
      expect((await start(folder, tls)).said).to.include('is already open');
    });

    it('is not started with half of it, or with one that cannot be read', async () => {
      expect((await start(folder, { PROBE_TRAIL_TLS_CERT: tls.PROBE_TRAIL_TLS_CERT })).said).to.include('Name both');
      expect((await start(folder, { ...tls, PROBE_TRAIL_TLS_KEY: '/nowhere.pem' })).said).to.include(
        '/nowhere.pem cannot be read',
      );
    });
  });

  it('stops when it is asked to, after finishing its work', async () => {
    const { child } = await start();
    const ended = new Promise((resolve) => child.on('exit', resolve));
    child.kill('SIGTERM');
    expect(await ended).to.equal(0);
    expect(await readFile(join(folder, 'server.log'), 'utf8')).to.include('"msg":"Server listening');
  });

  it('says in one sentence that it is open already', async () => {
    await start();
    const second = await start();
    expect(second.said).to.equal(`Probe Trail is already open at http://localhost:${port}.\n`);
  });

  it('says in one sentence that another program has the port', async () => {
    const other: Server = createServer((socket) => socket.destroy());
    await new Promise<void>((resolve) => other.listen(port, '127.0.0.1', resolve));
    const { said } = await start();
    other.close();
    expect(said).to.equal(`Port ${port} is taken by another program. Set PORT to another number, such as PORT=4181.\n`);
  });

  it('says in one sentence that the data folder cannot be written', async () => {
    const file = join(folder, 'not-a-folder');
    await writeFile(file, '');
    const { said, opened } = await start(join(file, 'data'));
    expect(opened).to.equal(false);
    expect(said).to.match(/^The data folder .* cannot be made: .*Set PROBE_TRAIL_DATA.*\n$/);
  });

  it('says in one sentence that the database is of a newer version, and leaves it alone', async () => {
    const { child } = await start();
    child.kill('SIGTERM');
    await new Promise((resolve) => child.on('exit', resolve));
    const client = createClient({ url: `file:${join(folder, 'probe-trail.db')}` });
    await client.execute({
      sql: "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', ?)",
      args: [Date.now() + 1e10],
    });
    client.close();
    const { said } = await start();
    expect(said).to.equal(
      'The database was written by a newer version of Probe Trail. Start that version, or restore a copy from before it.\n',
    );
  });

  it('refuses a second server on its data folder, whatever the port', async () => {
    const { child } = await start();
    port += 500;
    const { said, opened } = await start();
    port -= 500;
    expect([opened, said]).to.deep.equal([
      false,
      `Another Probe Trail (process ${child.pid}) uses this data folder. Stop it first, or set PROBE_TRAIL_DATA to another folder.\n`,
    ]);
  });

  it('says in one sentence what is wrong with a setting', async () => {
    expect((await start(folder, { LOG_LEVEL: 'loud' })).said).to.match(/^LOG_LEVEL is “loud”\. It can be .*\n$/);
    await writeFile(join(folder, 'session.key'), '');
    expect((await start()).said).to.match(/^\/.*session\.key is empty: .*\n$/);
  });

  it('gives up a request that does not go on, and answers others meanwhile', async () => {
    await start();
    const socket = connect(port, '127.0.0.1');
    const closed = new Promise((resolve) => socket.once('close', resolve));
    socket.write('GET /api/health HTTP/1.1\r\nHost: localhost\r\nX-Slow: ');
    expect((await fetch(`http://127.0.0.1:${port}/api/health`)).status).to.equal(200);
    socket.on('data', () => undefined).on('error', () => undefined);
    await closed;
  }).timeout(90_000);

  it('with a full disk goes on reading, refuses writes with a sentence, says so, and recovers by itself', async () => {
    const { child, said } = await start();
    const headers = await withReleasedPlan(tokenIn(said));
    const send = async (trailId: string) =>
      post(`/api/trails/${trailId}/events`, { events: smallWalk(trailId) }, headers);
    expect((await send('before')).status).to.equal(200);
    // From now on no file of the server grows: the same as a disk without room.
    spawnSync('prlimit', ['--pid', String(child.pid), '--fsize=4096:']);
    const refused = await send('while-full');
    expect([refused.status, Number(refused.headers.get('retry-after')) > 0]).to.deep.equal([503, true]);
    expect(((await refused.json()) as { detail: string }).detail).to.match(/disk of the server is full/);
    const read = await fetch(`http://127.0.0.1:${port}/api/trails/before`, { headers });
    expect(read.status).to.equal(200);
    const health = await fetch(`http://127.0.0.1:${port}/api/health`);
    expect(await health.json()).to.include({ ok: false, database: 'full' });
    spawnSync('prlimit', ['--pid', String(child.pid), '--fsize=unlimited:']);
    expect((await send('while-full')).status).to.equal(200);
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    expect(await ended).to.equal(0);
    await start();
    const kept = (await (await fetch(`http://127.0.0.1:${port}/api/trails/while-full`, { headers })).json()) as {
      events: object[];
    };
    expect(kept.events).to.have.length(4);
  }).timeout(60_000);

  it('while another program holds the database it answers, and all that it acknowledged outlives a kill', async () => {
    const { child, said } = await start();
    const headers = await withReleasedPlan(tokenIn(said));
    const holding = spawn(process.execPath, [holder, folder, '1500'], { stdio: ['ignore', 'pipe', 'inherit'] });
    await once(holding.stdout, 'data');
    let isFree = false;
    holding.once('exit', () => {
      isFree = true;
    });
    const acknowledged = new Map<string, number>();
    const walkers = Array.from({ length: 50 }, (_, index) => walkUntilKilled(index, headers, acknowledged));
    const list = await fetch(`http://127.0.0.1:${port}/api/trails`, { headers });
    expect([list.status, isFree, acknowledged.size]).to.deep.equal([200, false, 0]);
    while (acknowledged.size < 100) await new Promise((resolve) => setTimeout(resolve, 5));
    child.kill('SIGKILL');
    await Promise.all(walkers);
    await start();
    for (const [trailId, count] of acknowledged) {
      const answer = await fetch(`http://127.0.0.1:${port}/api/trails/${trailId}`, { headers });
      const { events } = (await answer.json()) as { events: TrailEvent[] };
      expect(events.length).to.be.at.least(count);
      expect(events).to.deep.equal(smallWalk(trailId).slice(0, events.length));
    }
  }).timeout(90_000);

  it('killed in the middle of appending, it has everything that it acknowledged and nothing half-written', async () => {
    const { child, said } = await start();
    const headers = await withReleasedPlan(tokenIn(said));
    const acknowledged = new Map<string, number>();
    const walkers = Array.from({ length: 12 }, (_, index) => walkUntilKilled(index, headers, acknowledged));
    while (acknowledged.size < 60) await new Promise((resolve) => setTimeout(resolve, 5));
    child.kill('SIGKILL');
    await Promise.all(walkers);

    await start();
    const list = (await (await fetch(`http://127.0.0.1:${port}/api/trails`, { headers })).json()) as readonly {
      trailId: string;
    }[];
    expect(list.length).to.be.greaterThan(0);
    for (const [trailId, count] of acknowledged) {
      const { events } = (await (
        await fetch(`http://127.0.0.1:${port}/api/trails/${trailId}`, { headers })
      ).json()) as {
        events: TrailEvent[];
      };
      expect(events.length).to.be.at.least(count);
      expect(events).to.deep.equal(smallWalk(trailId).slice(0, events.length));
      // What had not arrived is sent again and fits.
      expect((await post(`/api/trails/${trailId}/events`, { events: smallWalk(trailId) }, headers)).status).to.equal(
        200,
      );
    }
  }).timeout(60_000);

  /** Sends one walk after the other, an event at a time, until the server does not answer any more. */
  async function walkUntilKilled(walker: number, headers: Record<string, string>, acknowledged: Map<string, number>) {
    for (let walk = 0; ; walk += 1) {
      const trailId = `w${walker}-${walk}`;
      for (const [index, event] of smallWalk(trailId).entries()) {
        const answer = await post(`/api/trails/${trailId}/events`, { events: [event] }, headers).catch(() => undefined);
        if (!answer) return;
        expect(answer.status).to.equal(200);
        acknowledged.set(trailId, index + 1);
      }
    }
  }
});
