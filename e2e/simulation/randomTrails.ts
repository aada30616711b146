import type { Plan, PlanVersion } from '@probe-trail/core/plan';
import { type NewTrailEvent, reduceTrail, stampTrailEvent, type TrailEvent } from '@probe-trail/core/trail';
import fc from 'fast-check';
import type { RunningServer } from '../support/server.js';
import { cookieOf } from '../support/signIn.js';
import { opening } from '../support/trailAt.js';
import { send } from '../support/user.js';
import { Device } from './device';
import { faults, Network } from './network';
import { type Choose, nextEvent } from './nextEvent';

const planIds = [
  'radiator-fan',
  'coolant-temperature',
  'accelerator-pedal',
  'passenger-door',
  'boarding-ramp',
  'saloon-blower',
  'slow-cranking',
];

/** What happened in a run: a test that reached nothing has proved nothing. */
export interface Reached {
  trails: number;
  events: number;
  refused: number;
  reloads: number;
  kills: number;
  concluded: number;
  kinds: Set<string>;
}

/**
 * Walks random trails on two devices each, over a network that loses, repeats and delays, with reloads and with a server that is killed; in
 * the end, when everything is back, every entry must be there once, or be known to its device as refused, and both devices and the server must
 * agree byte for byte.
 * @param again seed and path of a run that failed, to see it again
 * @param killEvery on average one trail of so many sees the server killed
 * @throws where a trail breaks that, with the seed that shows it again
 */
export async function randomTrails(
  server: RunningServer,
  count: number,
  killEvery: number,
  again: { readonly seed?: number; readonly path?: string } = {},
): Promise<Reached> {
  const plans = await Promise.all(planIds.map((planId) => planOf(server, planId)));
  const reached: Reached = { trails: 0, events: 0, refused: 0, reloads: 0, kills: 0, concluded: 0, kinds: new Set() };
  const choices = fc.array(fc.nat({ max: 2 ** 20 }), { minLength: 60, maxLength: 260 });
  await fc.assert(
    fc.asyncProperty(choices, async (stream) => walkOne(server, plans, stream, killEvery, reached)),
    { numRuns: count, endOnFailure: true, ...again },
  );
  return reached;
}

async function planOf(server: RunningServer, planId: string): Promise<Plan> {
  const answer = await send(server.url, 'GET', `/api/plans/${planId}/versions/1`);
  return ((await answer.json()) as PlanVersion).document;
}

async function walkOne(
  server: RunningServer,
  plans: readonly Plan[],
  stream: readonly number[],
  killEvery: number,
  reached: Reached,
): Promise<void> {
  let at = 0;
  const choose: Choose = (count) => (stream[at++ % stream.length] ?? 0) % count;
  const plan = plans[choose(plans.length)] as Plan;
  reached.trails += 1;
  const trailId = `random-${process.pid}-${reached.trails}`;
  const cookies = [await cookieOf(server.url, 'tobi'), await cookieOf(server.url, 'hanna')];
  const devices = cookies.map((cookie, index) => {
    const network = new Network(server.url, cookie, () => faults[choose(faults.length)] ?? 'none');
    return new Device(['Tobi Lunde', 'Hanna Creek'][index] ?? '', trailId, plan, network);
  });
  const isKilled = choose(killEvery) === 0;
  let nth = 0;
  const stamp: Stamp = (event, device) =>
    stampTrailEvent(event, { id: `${trailId}-${nth}`, atMs: 1_900_000_000_000 + nth++, by: device.name });
  const [first] = devices as [Device, Device];
  first.record(stamp(opening(plan.id), first));
  for (let turn = 0; at < stream.length; turn += 1) {
    const device = devices[choose(2)] as Device;
    if (isKilled && turn === 12) {
      // In the middle of whatever it is doing.
      const sending = devices.map((one) => one.send());
      await server.kill();
      await Promise.all(sending);
      await server.start();
      reached.kills += 1;
    }
    await act(device, choose, reached, stamp);
  }
  await settle(devices);
  await agree(server, plan, trailId, devices, reached);
}

type Stamp = (event: NewTrailEvent, device: Device) => TrailEvent;

async function act(device: Device, choose: Choose, reached: Reached, stamp: Stamp): Promise<void> {
  const what = choose(10);
  if (what === 0) device.network.isCut = !device.network.isCut;
  else if (what === 1) {
    reached.reloads += 1;
    await device.reload();
  } else if (what <= 3) await device.hear();
  else if (what === 4) await device.send();
  else {
    if (!device.log) await device.reload();
    const { trail } = device;
    const next = trail && nextEvent(trail, choose);
    if (next && device.record(stamp(next, device))) reached.kinds.add(next.kind);
  }
}

/** Everything is back: both send until nothing waits, and hear what the other sent. */
async function settle(devices: readonly Device[]): Promise<void> {
  for (const device of devices) {
    device.network.isCut = false;
    for (let tries = 0; !(await device.send()); tries += 1)
      if (tries > 200) throw new Error(`${device.name} cannot send what waits`);
  }
  for (const device of devices) {
    if (!device.log) await device.reload();
    await device.hear();
  }
}

async function agree(
  server: RunningServer,
  plan: Plan,
  trailId: string,
  devices: readonly Device[],
  reached: Reached,
): Promise<void> {
  const answer = await send(server.url, 'GET', `/api/trails/${trailId}`);
  const { events } = (await answer.json()) as { readonly events: readonly TrailEvent[] };
  const ids = events.map(({ id }) => id);
  const there = new Set(ids);
  if (there.size !== ids.length) throw new Error('the server has an entry twice');
  for (const device of devices) {
    const refused = new Set(device.refusedIds);
    for (const id of device.recordedIds)
      if (there.has(id) === refused.has(id))
        throw new Error(`entry ${id} is ${there.has(id) ? 'there and refused' : 'lost'}`);
    if (device.waitingCount > 0 || (device.log?.waitingIds.length ?? 0) > 0) throw new Error('something still waits');
    if (JSON.stringify(device.log?.events) !== JSON.stringify(events)) throw new Error('the logs differ');
    reached.refused += refused.size;
  }
  const onServer = reduceTrail(plan, events);
  if (!onServer.ok) throw new Error('the server’s log does not fit its plan');
  const states = [...devices.map(({ trail }) => trail), onServer.value].map((trail) => JSON.stringify(trail));
  if (new Set(states).size !== 1) throw new Error('the states differ');
  reached.events += events.length;
  reached.concluded += Number(onServer.value.at.kind === 'concluded');
}
