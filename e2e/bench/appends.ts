import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { openServer, type RunningServer } from '../support/server.js';
import { cookieOf } from '../support/signIn.js';
import { atLeast, atMost, type Measured, percentile } from './measured.js';

const clients = 50;
const warmUpSeconds = 3;
const seconds = 6;
const bareInserts = 4000;

/** Appends over HTTP, each durable before it is acknowledged, against bare inserts into the same file in the same run. */
export async function appendRate(): Promise<Measured[]> {
  const server = await openServer();
  const overHttp = await load(server);
  await server.kill();
  const bare = await bareRate(server.folder);
  const share = (100 * overHttp.rate) / bare;
  return [
    {
      ...atLeast('appends over HTTP against bare inserts', share, 60, '%'),
      value: `${Math.round(share)} % (${Math.round(overHttp.rate)} against ${Math.round(bare)} a second)`,
    },
    atMost(`p99 of an acknowledged append at ${clients} clients`, percentile(overHttp.latencies, 0.99), 50, 'ms'),
  ];
}

/** Prepared inserts of one event each, every one its own durable transaction, in one process. */
async function bareRate(folder: string): Promise<number> {
  const client = createClient({ url: `file:${join(folder, 'probe-trail.db')}` });
  await client.execute('PRAGMA journal_mode = WAL');
  await client.execute('PRAGMA synchronous = FULL');
  const event = JSON.stringify(anEvent('bare', 0));
  const from = performance.now();
  for (let seq = 0; seq < bareInserts; seq += 1)
    await client.execute({
      sql: 'INSERT INTO trail_event (trail_id, seq, event_id, event) VALUES (?, ?, ?, ?)',
      args: ['bare', seq, randomUUID(), event],
    });
  const rate = (bareInserts / (performance.now() - from)) * 1000;
  client.close();
  return rate;
}

const anEvent = (trailId: string, index: number) => ({
  kind: 'stateConfirmed',
  id: `${trailId}-${index}`,
  atMs: index,
  by: 'Tobi Lunde',
  stepId: 'look',
  state: [{ what: 'ignition', is: 'off' }],
});

const opened = (trailId: string) => ({
  kind: 'opened',
  jobId: null,
  id: `${trailId}-opened`,
  atMs: 0,
  by: 'Tobi Lunde',
  planId: 'radiator-fan',
  planVersion: 1,
  vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
  complaint: '',
});

interface Load {
  readonly rate: number;
  readonly latencies: readonly number[];
}

/** Fifty technicians, each recording one event after the other as fast as it is acknowledged. */
async function load(server: RunningServer): Promise<Load> {
  const agent = new Agent({ keepAlive: true, maxSockets: clients });
  const latencies: number[] = [];
  // The first seconds compile the server's code; a workshop's server runs for months.
  const from = performance.now() + warmUpSeconds * 1000;
  const until = from + seconds * 1000;
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      const trailId = `load-${client}`;
      await append(server, agent, trailId, [opened(trailId)]);
      for (let index = 0; performance.now() < until; index += 1) {
        const sent = performance.now();
        await append(server, agent, trailId, [anEvent(trailId, index)]);
        if (sent >= from) latencies.push(performance.now() - sent);
      }
    }),
  );
  agent.destroy();
  return { rate: (latencies.length / (performance.now() - from)) * 1000, latencies };
}

async function append(server: RunningServer, agent: Agent, trailId: string, events: readonly object[]): Promise<void> {
  const body = JSON.stringify({ events });
  const headers = {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(body),
    cookie: await cookieOf(server.url, 'tobi'),
  };
  return new Promise((resolve, reject) => {
    const sending = request(
      `${server.url}/api/trails/${trailId}/events`,
      { method: 'POST', agent, headers },
      (response) => {
        response.resume();
        response.on('end', () =>
          response.statusCode === 200 ? resolve() : reject(new Error(`answered with ${response.statusCode}`)),
        );
      },
    );
    sending.on('error', reject);
    sending.end(body);
  });
}
