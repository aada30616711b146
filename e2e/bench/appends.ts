import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { Agent, request } from 'node:http';
import { fileURLToPath } from 'node:url';
import { openServer } from '../support/server.js';
import { cookieOf } from '../support/signIn.js';
import { trailEvent } from '../support/trailEvents.js';
import { atLeast, atMost, type Measured, percentile } from './measured.js';

const clients = 50;
const rounds = 5;
const warmUpSeconds = 1;
const seconds = 3;

/** Appends over HTTP, each durable before it is acknowledged, against a route that does nothing but store them, in the same run. */
export async function appendRate(): Promise<Measured[]> {
  const server = await openServer();
  const cookie = await cookieOf(server.url, 'tobi');
  const bare = await openBare(server.folder);
  const [ours, bares]: [Load[], Load[]] = [[], []];
  // In turns: a machine is not as fast in one minute as in the next.
  for (let round = 0; round < rounds; round += 1) {
    ours.push(await load(server.url, cookie, round));
    bares.push(await load(bare.url, '', round));
  }
  await server.kill();
  bare.child.kill('SIGKILL');
  const [rate, bareRate] = [middleRate(ours), middleRate(bares)];
  const share = (100 * rate) / bareRate;
  const latencies = ours.flatMap((one) => one.latencies);
  return [
    {
      ...atLeast('appends over HTTP against a bare route that stores them in the same group commit', share, 70, '%'),
      value: `${Math.round(share)} % (${Math.round(rate)} against ${Math.round(bareRate)} a second)`,
    },
    atMost(`p99 of an acknowledged append at ${clients} clients`, percentile(latencies, 0.99), 50, 'ms'),
  ];
}

const middleRate = (loads: readonly Load[]): number =>
  percentile(
    loads.map(({ rate }) => rate),
    0.5,
  );

const bareScript = fileURLToPath(new URL('./bareAppends.mjs', import.meta.url));
const barePort = 4690;

async function openBare(folder: string): Promise<{ readonly url: string; readonly child: ChildProcess }> {
  const child = spawn(process.execPath, [bareScript, folder, String(barePort)], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await once(child.stdout, 'data');
  return { url: `http://127.0.0.1:${barePort}`, child };
}

interface Load {
  readonly rate: number;
  readonly latencies: readonly number[];
}

/** Fifty technicians, each recording one event after the other as fast as it is acknowledged. */
async function load(url: string, cookie: string, round: number): Promise<Load> {
  const agent = new Agent({ keepAlive: true, maxSockets: clients });
  const latencies: number[] = [];
  // The first seconds compile the server's code; a workshop's server runs for months.
  const from = performance.now() + warmUpSeconds * 1000;
  const until = from + seconds * 1000;
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      const trailId = `load-${round}-${client}`;
      await append({ url, cookie }, agent, trailId, [trailEvent(trailId, 0)]);
      for (let index = 1; performance.now() < until; index += 1) {
        const sent = performance.now();
        await append({ url, cookie }, agent, trailId, [trailEvent(trailId, index)]);
        if (sent >= from) latencies.push(performance.now() - sent);
      }
    }),
  );
  agent.destroy();
  return { rate: (latencies.length / (performance.now() - from)) * 1000, latencies };
}

interface Target {
  readonly url: string;
  readonly cookie: string;
}

async function append(
  { url, cookie }: Target,
  agent: Agent,
  trailId: string,
  events: readonly object[],
): Promise<void> {
  const body = JSON.stringify({ events });
  const headers = {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(body),
    cookie,
  };
  return new Promise((resolve, reject) => {
    const sending = request(`${url}/api/trails/${trailId}/events`, { method: 'POST', agent, headers }, (response) => {
      response.resume();
      response.on('end', () =>
        response.statusCode === 200 ? resolve() : reject(new Error(`answered with ${response.statusCode}`)),
      );
    });
    sending.on('error', reject);
    sending.end(body);
  });
}
