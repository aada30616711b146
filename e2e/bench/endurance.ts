import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { setTimeout as delay } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { largePlan } from '../support/largePlan.js';
import { openServer, type RunningServer } from '../support/server.js';
import { cookieOf } from '../support/signIn.js';
import { trailEvent } from '../support/trailEvents.js';
import { atMost, type Measured, percentile } from './measured.js';

const holder = fileURLToPath(new URL('../../packages/server/src/testing/holdDatabase.mjs', import.meta.url));

const writers = 200;
/** How many rounds, and how many minutes of hostile traffic; set from outside for a longer run. */
const rounds = Number(process.env.BENCH_KILL_ROUNDS ?? 50);
const hostileMinutes = Number(process.env.BENCH_HOSTILE_MINUTES ?? 3);

/** What the server must survive: kills amid writers, full disks, foreign locks, hostile bodies. */
export async function endurance(): Promise<Measured[]> {
  return [...(await killRounds()), ...(await bystander()), ...(await mixedTraffic())];
}

/** Two hundred writers; in the middle of it disks fill, other programs hold the database, and the server is killed with -9. */
async function killRounds(): Promise<Measured[]> {
  const server = await openServer();
  const acknowledged = new Map<string, number>();
  for (let round = 0; round < rounds; round += 1) {
    const cookie = await cookieOf(server.url, 'tobi');
    const isOver = { value: false };
    const writing = Array.from({ length: writers }, (_, at) =>
      write(server, cookie, `r${round}-w${at}`, acknowledged, isOver),
    );
    const disturbing = disturb(server, round);
    await delay(800 + Math.random() * 1500);
    if (round % 3 === 0) await disturbing;
    await server.kill();
    isOver.value = true;
    await Promise.all(writing);
    (await disturbing)?.kill('SIGKILL');
    await server.start();
  }
  const { lost, doubled } = await compare(server, acknowledged);
  await server.kill();
  const total = [...acknowledged.values()].reduce((sum, count) => sum + count, 0);
  const value = `${lost} lost, ${doubled} doubled of ${total} entries acknowledged in ${rounds} kills`;
  return [
    {
      what: `acknowledged entries lost or doubled, ${writers} writers`,
      value,
      target: '0',
      reached: lost + doubled === 0 && total > rounds * 100,
    },
  ];
}

/** One entry after the other, each sent until it is acknowledged. */
async function write(
  { url }: RunningServer,
  cookie: string,
  trailId: string,
  acknowledged: Map<string, number>,
  isOver: { readonly value: boolean },
): Promise<void> {
  for (let index = 0; !isOver.value; ) {
    const status = await send(
      url,
      cookie,
      `/api/trails/${trailId}/events`,
      JSON.stringify({ events: [trailEvent(trailId, index)] }),
    );
    if (status === 200) {
      index += 1;
      acknowledged.set(trailId, index);
    } else if (status === 503) await delay(20);
    else if (status !== 0) throw new Error(`${trailId} was answered with ${status}`);
    else await delay(5);
  }
}

/** @returns the program that holds the database, where it is that */
async function disturb({ folder, pid }: RunningServer, round: number): Promise<ChildProcess | undefined> {
  await delay(Math.random() * 400);
  if (round % 3 === 0)
    return spawn(process.execPath, [holder, folder, String([1000, 6000, 20_000][(round / 3) % 3])], {
      stdio: 'ignore',
    });
  if (round % 3 === 1) {
    spawnSync('prlimit', ['--pid', String(pid()), '--fsize=4096:']);
    await delay(600);
    spawnSync('prlimit', ['--pid', String(pid()), '--fsize=unlimited:']);
  }
  return undefined;
}

async function compare(server: RunningServer, acknowledged: ReadonlyMap<string, number>) {
  const cookie = await cookieOf(server.url, 'tobi');
  let [lost, doubled] = [0, 0];
  for (const [trailId, count] of acknowledged) {
    const answer = await fetch(`${server.url}/api/trails/${trailId}`, { headers: { cookie } });
    const { events = [] } = (await answer.json()) as { events?: readonly { id: string }[] };
    lost += Math.max(0, count - events.length);
    doubled += events.length - new Set(events.map(({ id }) => id)).size;
  }
  return { lost, doubled };
}

/** @returns the status; 0 where nobody answered */
const send = async (
  url: string,
  cookie: string,
  path: string,
  body: string,
  headers: Record<string, string> = {},
  method = 'POST',
): Promise<number> => {
  try {
    const answer = await fetch(`${url}${path}`, {
      method,
      headers: { cookie, 'content-type': 'application/json', ...headers },
      body,
    });
    await answer.arrayBuffer();
    return answer.status;
  } catch {
    return 0;
  }
};

const megabyte = 1024 * 1024;

/** Bodies of up to what a route takes, right and wrong. */
function largeBodies(): readonly (readonly [path: string, body: string])[] {
  const events = (count: number, id: string) => ({
    events: Array.from({ length: count }, (_, at) => trailEvent(id, at)),
  });
  const text = 'x'.repeat(900);
  const remark = (at: number) => ({
    kind: 'remarkMade',
    id: `m${at}`,
    atMs: 1,
    by: 'Ines Marrow',
    stepId: 'look',
    about: 'unclear',
    text,
  });
  return [
    ['/api/plans', JSON.stringify({ document: { ...largePlan(1000), id: 'hostile' } })],
    ['/api/plans', JSON.stringify({ document: { ...largePlan(300), steps: Array(60_000).fill({}) } })],
    ['/api/plans', `{"document":${'['.repeat(megabyte)}${']'.repeat(megabyte)}}`],
    ['/api/plans', JSON.stringify({ document: Array(300_000).fill({}) })],
    ['/api/trails/h1/events', JSON.stringify(events(500, 'h1'))],
    [
      '/api/trails/h2/events',
      JSON.stringify({ events: [trailEvent('h2', 0), ...Array.from({ length: 499 }, (_, at) => remark(at))] }),
    ],
    ['/api/trails/h3/events', JSON.stringify({ events: Array(100_000).fill({}) })],
    ['/api/trails/h4/events', 'x'.repeat(megabyte - 1)],
    ['/api/jobs/h/events', JSON.stringify({ events: Array(50_000).fill({}) })],
    ['/api/vehicles', JSON.stringify({ notOriginal: Array(8000).fill('x') })],
    ['/api/session', JSON.stringify({ name: 'x'.repeat(30_000), password: 'x' })],
  ];
}

/** Somebody who only looks at the list of trails, while others send the largest bodies that are taken, one after the other. */
async function bystander(): Promise<Measured[]> {
  const server = await openServer();
  const cookie = await cookieOf(server.url, 'ines');
  const bodies = largeBodies();
  for (const [path, body] of bodies) await send(server.url, cookie, path, body);
  const hostile = await latencyDuring(server, cookie, 15_000, async (at) => {
    const [path, body] = bodies[at % bodies.length] ?? ['', ''];
    await send(server.url, cookie, path, body);
  });
  const saving = await latencyDuring(server, cookie, 8000, saveAgainAndAgain(server, cookie));
  await server.kill();
  return [
    atMost(
      'p99 of a bystander while bodies of up to the limit are sent, right and wrong',
      percentile(hostile, 0.99),
      100,
      'ms',
    ),
    atMost(
      'p99 of a bystander while a plan of 1,000 steps is saved again and again',
      percentile(saving, 0.99),
      50,
      'ms',
    ),
  ];
}

function saveAgainAndAgain({ url }: RunningServer, cookie: string) {
  const plan = { ...largePlan(1000), id: 'thousand' };
  let etag: string | undefined;
  return async (at: number) => {
    const isFirst = etag === undefined;
    const answer = await fetch(`${url}/api/plans${isFirst ? '' : '/thousand/draft'}`, {
      method: isFirst ? 'POST' : 'PUT',
      headers: { cookie, 'content-type': 'application/json', ...(etag ? { 'if-match': etag } : {}) },
      body: JSON.stringify({ document: { ...plan, title: `A thousand steps, ${at}` } }),
    });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`saving a plan of 1,000 steps was answered with ${answer.status}`);
    etag = answer.headers.get('etag') ?? undefined;
  };
}

/** How long one small request takes after the other, while something else is done again and again. */
async function latencyDuring(
  { url }: RunningServer,
  cookie: string,
  ms: number,
  work: (at: number) => Promise<void>,
): Promise<number[]> {
  const until = performance.now() + ms;
  const latencies: number[] = [];
  const looking = (async () => {
    while (performance.now() < until) {
      const from = performance.now();
      await (await fetch(`${url}/api/trails`, { headers: { cookie } })).arrayBuffer();
      latencies.push(performance.now() - from);
      await delay(5);
    }
  })();
  for (let at = 0; performance.now() < until; at += 1) await work(at);
  await looking;
  return latencies;
}

/** Honest technicians beside whoever sends nonsense: nothing but said overload is answered above 500, and the memory stays. */
async function mixedTraffic(): Promise<Measured[]> {
  const server = await openServer();
  const [honest, hostile] = await Promise.all([cookieOf(server.url, 'tobi'), cookieOf(server.url, 'ines')]);
  const bodies = largeBodies();
  const from = performance.now();
  const until = from + hostileMinutes * 60_000;
  const statuses = new Map<number, number>();
  const memory: number[] = [];
  const note = (status: number) => statuses.set(status, (statuses.get(status) ?? 0) + 1);
  const technicians = Array.from({ length: 20 }, async (_, who) => {
    for (let walk = 0; performance.now() < until; walk += 1)
      for (let index = 0; index < 12; index += 1) {
        const trailId = `mixed-${who}-${walk}`;
        note(
          await send(
            server.url,
            honest,
            `/api/trails/${trailId}/events`,
            JSON.stringify({ events: [trailEvent(trailId, index)] }),
          ),
        );
        await delay(30);
      }
  });
  const strangers = Array.from({ length: 3 }, async (_, who) => {
    for (let at = who; performance.now() < until; at += 1) {
      const [path, body] = bodies[at % bodies.length] ?? ['', ''];
      note(await send(server.url, at % 4 === 0 ? '' : hostile, at % 5 === 0 ? path.replace('/a', '/%61') : path, body));
    }
  });
  const watching = (async () => {
    for (; performance.now() < until; await delay(2000)) memory.push(server.memoryMB());
  })();
  await Promise.all([...technicians, ...strangers, watching]);
  await server.kill();
  const failed = [...statuses]
    .filter(([status]) => status === 0 || (status >= 500 && status !== 503))
    .reduce((sum, [, count]) => sum + count, 0);
  const total = [...statuses.values()].reduce((sum, count) => sum + count, 0);
  const third = Math.floor(memory.length / 3);
  const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const growth = (100 * mean(memory.slice(-third))) / mean(memory.slice(third, 2 * third));
  return [
    {
      what: `answers of 5xx other than said overload, ${hostileMinutes} minutes of hostile and honest traffic`,
      value: `${failed} of ${total}`,
      target: '0',
      reached: failed === 0,
    },
    atMost('memory of the server in the last third of it, against the middle third', growth, 110, '%'),
  ];
}
