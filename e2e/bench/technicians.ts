import type { Plan, PlanVersion } from '@probe-trail/core/plan';
import { type NewTrailEvent, reduceTrail, stampTrailEvent, type Trail, type TrailEvent } from '@probe-trail/core/trail';
import { nextEvent } from '../simulation/nextEvent';
import { openServer, type RunningServer } from '../support/server.js';
import { cookieOf } from '../support/signIn.js';
import { opening } from '../support/trailAt.js';
import { send } from '../support/user.js';
import { atMost, type Measured, percentile } from './measured.js';

const technicians = 200;
const followed = 20;
const simulatedMinutes = 30;
// A technician records something every quarter of a minute; the half hour passes in a minute and a half.
const speed = 20;
const betweenMs = 15_000 / speed;
const runMs = (simulatedMinutes * 60_000) / speed;
// By then code is compiled and caches are filled.
const warmMs = runMs / 3;

const planIds = ['radiator-fan', 'passenger-door', 'boarding-ramp', 'saloon-blower', 'slow-cranking'];

interface Bay {
  readonly server: RunningServer;
  readonly plans: readonly Plan[];
  readonly cookie: string;
  readonly from: number;
  readonly latencies: number[];
  readonly delays: number[];
}

/** Two hundred technicians, each walking whole trails, some of them with a second device that listens. */
export async function technicianRates(): Promise<Measured[]> {
  const server = await openServer();
  const plans = await Promise.all(planIds.map((planId) => planOf(server, planId)));
  const cookie = await cookieOf(server.url, 'tobi');
  const bay: Bay = { server, plans, cookie, from: performance.now(), latencies: [], delays: [] };
  const memory: number[] = [];
  const sampling = setInterval(() => memory.push(server.memoryMB()), 1000);
  await Promise.all(Array.from({ length: technicians }, (_, index) => work(bay, index)));
  clearInterval(sampling);
  await server.kill();
  const third = Math.floor(memory.length / 3);
  const [early, late] = [percentile(memory.slice(third, 2 * third), 0.5), percentile(memory.slice(2 * third), 0.5)];
  const { latencies, delays } = bay;
  return [
    {
      ...atMost(
        `p99 of an acknowledged entry, ${technicians} technicians on whole trails`,
        percentile(latencies, 0.99),
        80,
        'ms',
      ),
      value: `${percentile(latencies, 0.99).toFixed(1)} ms (${latencies.length} entries)`,
    },
    atMost('from the entry to the other device, p99', percentile(delays, 0.99), 2000, 'ms'),
    {
      ...atMost(
        `memory of the server after ${simulatedMinutes} minutes of simulated work, against the middle third`,
        (100 * late) / early,
        110,
        '%',
      ),
      value: `${Math.round((100 * late) / early)} % (${Math.round(early)} MB, then ${Math.round(late)} MB)`,
    },
  ];
}

async function planOf(server: RunningServer, planId: string): Promise<Plan> {
  const answer = await send(server.url, 'GET', `/api/plans/${planId}/versions/1`);
  return ((await answer.json()) as PlanVersion).document;
}

/** One technician: one trail after the other until the half hour is over. */
async function work(bay: Bay, technician: number): Promise<void> {
  await pause(Math.random() * betweenMs);
  for (let nth = 0; performance.now() - bay.from < runMs; nth += 1)
    await walk(
      bay,
      `bay-${technician}-${nth}`,
      bay.plans[(technician + nth) % bay.plans.length] as Plan,
      technician < followed,
    );
}

async function walk(bay: Bay, trailId: string, plan: Plan, isFollowed: boolean): Promise<void> {
  const sentAt = new Map<string, number>();
  const events: TrailEvent[] = [];
  const record = async (next: NewTrailEvent) => {
    const event = stampTrailEvent(next, { id: `${trailId}-${events.length}`, atMs: Date.now(), by: 'Tobi Lunde' });
    events.push(event);
    const sent = performance.now();
    sentAt.set(event.id, sent);
    await append(bay, trailId, event);
    if (sent - bay.from > warmMs) bay.latencies.push(performance.now() - sent);
  };
  await record(opening(plan.id));
  const gone = new AbortController();
  const following = isFollowed ? follow(bay, trailId, sentAt, gone.signal) : undefined;
  while (performance.now() - bay.from < runMs) {
    await pause(betweenMs * (0.5 + Math.random()));
    const reduced = reduceTrail(plan, events);
    const trail: Trail | undefined = reduced.ok ? reduced.value : undefined;
    const next = trail && nextEvent(trail, (count) => Math.floor(Math.random() * count));
    if (!next) break;
    await record(next);
  }
  gone.abort();
  await following;
}

async function append({ server, cookie }: Bay, trailId: string, event: TrailEvent): Promise<void> {
  const answer = await fetch(`${server.url}/api/trails/${trailId}/events`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json' },
    body: JSON.stringify({ events: [event] }),
  });
  if (!answer.ok) throw new Error(`${event.kind} was refused: ${await answer.text()}`);
  await answer.arrayBuffer();
}

/** The second device: notes how long each entry took to come. */
async function follow(
  bay: Bay,
  trailId: string,
  sentAt: ReadonlyMap<string, number>,
  signal: AbortSignal,
): Promise<void> {
  let text = '';
  try {
    // A walk may end before the server has answered.
    const answer = await fetch(`${bay.server.url}/api/trails/${trailId}/live?seen=1`, {
      headers: { cookie: bay.cookie },
      signal,
    });
    for await (const chunk of answer.body?.pipeThrough(new TextDecoderStream()) ?? []) {
      text += chunk;
      const messages = text.split('\n\n');
      text = messages.pop() ?? '';
      for (const message of messages) note(bay, message, sentAt);
    }
  } catch (error) {
    if (!signal.aborted) throw error;
  }
}

function note({ delays }: Bay, message: string, sentAt: ReadonlyMap<string, number>): void {
  if (!message.startsWith('data: ')) return;
  for (const { id } of JSON.parse(message.slice(6)) as TrailEvent[])
    delays.push(performance.now() - (sentAt.get(id) ?? Number.NaN));
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
