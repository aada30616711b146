import { connect } from 'node:net';
import { openLink, type VehicleLink } from '@probe-trail/vehicle/client';
import { encodeDoip, makeMessageReader } from '@probe-trail/vehicle/doip';
import { makeStandInVehicle, openStandIn, standInVin } from '@probe-trail/vehicle/standIn';
import { encodeRequest } from '@probe-trail/vehicle/uds';
import { atMost, type Measured, percentile } from './measured.js';

const host = '127.0.0.1';
const tester = 0x0e80;
const unitCount = 60;
const rounds = 2000;
const unitMs = 20;
const stops = 200;
const identifier = 0x2a01;

const addressOf = (nth: number) => 0x1100 + nth;

/** A stand-in of 60 units on so many buses, each of which takes so long for its codes; a value it has at once. */
async function standIn(buses: number, msPerUnit: number) {
  const units = Array.from({ length: unitCount }, (_, nth) => ({
    id: `A${nth}`,
    name: `unit ${nth}`,
    aliases: [],
    hangsOn: [`bus${nth % buses}`],
    address: addressOf(nth).toString(16).toUpperCase(),
    data: [{ identifier: '2A01', bytes: 2, values: [] }],
  }));
  const rig = {
    fleetNumber: 'FG-00',
    msPerUnit,
    silentUnitIds: [],
    silentUntilRepaired: null,
    fallsSilentAt: null,
    codes: [],
  };
  const line = {
    format: 'probe-trail-line',
    formatVersion: 1,
    id: 'bench',
    name: 'bench',
    engines: [],
    supplies: [],
    units,
    parts: [],
    codes: [],
    covers: [],
  } as const;
  const open = await openStandIn(makeStandInVehicle(standInVin, rig, line), host, 0);
  const link = openLink({
    endpoint: { host, port: open.port },
    tester,
    busOf: (address) => `bus${(address - addressOf(0)) % buses}`,
    lengthsOf: () => ({ ofIdentifier: () => 2, ofExtended: () => undefined }),
  });
  const close = async () => {
    await link.close();
    await open.close();
  };
  return { port: open.port, link, close };
}

/** What the client of a vehicle reaches against a bare socket, and against the units' own delays. */
export async function vehicleRates(): Promise<Measured[]> {
  const quick = await standIn(1, 0);
  const rates: { bare: number; client: number }[] = [];
  for (let time = 0; time < 5; time += 1)
    rates.push({ bare: await bareRate(quick.port), client: await clientRate(quick.link) });
  await quick.close();
  const bare = median(rates.map((rate) => rate.bare));
  const client = median(rates.map((rate) => rate.client));
  const serial = await readAllMs(1);
  const parallel = await readAllMs(4);
  const share = (100 * client) / bare;
  return [
    {
      what: 'values a second through the client against a bare socket loop',
      value: `${Math.round(share)} % (${Math.round(client)} against ${Math.round(bare)} a second)`,
      target: '≥ 90 %',
      reached: share >= 90,
    },
    atMost(
      '60 units of one bus read, against the sum of their own delays',
      serial / (unitCount * unitMs),
      1.3,
      'times',
    ),
    atMost(
      '60 units of four buses read, against the sum of those of one',
      parallel / ((unitCount * unitMs) / 4),
      1.3,
      'times',
    ),
    atMost('a stop on the wire while 60 requests wait, p99', await stopMs(), 30, 'ms'),
  ];
}

const median = (samples: readonly number[]): number => percentile(samples, 0.5);

/** Answers a second of one unit, asked over a socket without anything around it. */
async function bareRate(port: number): Promise<number> {
  const socket = connect({ host, port, noDelay: true });
  const read = makeMessageReader();
  const question = encodeDoip({
    kind: 'diagnostic',
    from: tester,
    to: addressOf(0),
    data: encodeRequest({ kind: 'read', identifiers: [identifier] }),
  });
  let left = rounds;
  let from = 0;
  const ended = new Promise<number>((resolve) => {
    socket.on('data', (piece) => {
      for (const { kind } of read(piece).messages) {
        if (kind === 'activated') from = performance.now();
        if (kind !== 'activated' && kind !== 'diagnostic') continue;
        if (kind === 'diagnostic') left -= 1;
        if (left === 0) return resolve(performance.now() - from);
        socket.write(question);
      }
    });
  });
  socket.write(encodeDoip({ kind: 'activate', tester, type: 0 }));
  const ms = await ended;
  socket.destroy();
  return (rounds / ms) * 1000;
}

async function clientRate(link: VehicleLink): Promise<number> {
  const ask = () => link.ask(addressOf(0), { kind: 'read', identifiers: [identifier] }, { urgency: 'live' });
  await ask();
  const from = performance.now();
  for (let nth = 0; nth < rounds; nth += 1) await ask();
  return (rounds / (performance.now() - from)) * 1000;
}

async function readAllMs(buses: number): Promise<number> {
  const { link, close } = await standIn(buses, unitMs);
  const ask = (nth: number) => link.ask(addressOf(nth), { kind: 'codes', mask: 0xff });
  await ask(0);
  const from = performance.now();
  await Promise.all(Array.from({ length: unitCount }, (_, nth) => ask(nth)));
  const ms = performance.now() - from;
  await close();
  return ms;
}

/** From the call to the answer of the stop, while every unit is being read: the frame is on the wire before that. */
async function stopMs(): Promise<number> {
  const { link, close } = await standIn(1, 0);
  const times: number[] = [];
  for (let stop = 0; stop < stops; stop += 1) {
    const reading = Array.from({ length: unitCount }, (_, nth) =>
      link.ask(addressOf(nth), { kind: 'codes', mask: 0xff }),
    );
    const from = performance.now();
    await link.ask(
      addressOf(0),
      { kind: 'control', identifier, act: 'giveBack', state: new Uint8Array() },
      { urgency: 'stop' },
    );
    times.push(performance.now() - from);
    await Promise.all(reading);
  }
  await close();
  return percentile(times, 0.99);
}
