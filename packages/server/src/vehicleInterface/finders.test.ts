import { fileURLToPath } from 'node:url';
import type { Vehicle } from '@probe-trail/core/vehicle';
import { LinkLost } from '@probe-trail/vehicle/client';
import { expect } from 'chai';
import { aVehicle, smallLine } from '../testing/aJob.js';
import { firstFound, interfaceAt, makeStandIns, noInterface, type StandIn } from './finders.js';
import { merged } from './merged.js';
import { makeNetworkInterface } from './networkInterface.js';
import { spawnStandIn } from './spawnStandIn.js';

const demo = (name: string) => fileURLToPath(new URL(`../../../../demo/${name}`, import.meta.url));
const files = { rig: demo('rigs/fg-07.rig.json'), line: demo('lines/loper-35.line.json'), bench: undefined };
const vehicle: Vehicle = { ...aVehicle(), vehicleId: 'fg-07', revision: 1 };
const never = new AbortController().signal;

describe('where the interface of a vehicle is', () => {
  let standIn: StandIn | undefined;
  afterEach(async () => {
    await standIn?.close();
    standIn = undefined;
  });

  it('is at its address, if it is this vehicle’s', async () => {
    standIn = await spawnStandIn(files, vehicle.vin);
    const at = interfaceAt(standIn.endpoint);
    expect(await at(vehicle, smallLine(), 'asFound')).to.deep.equal(standIn.endpoint);
    expect(await at({ ...vehicle, vin: 'ZZXLP35T0N0000999' }, smallLine(), 'asFound')).to.equal(undefined);
  });

  it('is not found for a vehicle without an identification number, and that is said', async () => {
    const finding = interfaceAt({ host: '127.0.0.1', port: 9 })({ ...vehicle, vin: 'none' }, smallLine(), 'asFound');
    const failure = await finding.then(
      () => undefined,
      (error: unknown) => error,
    );
    expect(failure).to.be.instanceOf(LinkLost);
    expect(String(failure)).to.include('FG-07 has none of 17 characters');
  });

  it('is a stand-in’s, started once, told what is repaired and that it was driven', async () => {
    const told: string[] = [];
    let started = 0;
    const endpoint = { host: '127.0.0.1', port: 1 };
    const standIns = makeStandIns(
      ({ fleetNumber }) => {
        if (fleetNumber !== 'FG-07') return undefined;
        started += 1;
        return Promise.resolve({
          endpoint,
          instruments: { meter: endpoint, scope: endpoint },
          tell: async (command) => void told.push(JSON.stringify(command)),
          close: async () => void told.push('closed'),
        });
      },
      async () => ['Fan relay K7'],
    );
    const find = firstFound(noInterface, standIns.find);
    expect(await find(vehicle, smallLine(), 'asFound')).to.equal(endpoint);
    expect(await find(vehicle, smallLine(), 'afterDriving')).to.equal(endpoint);
    expect(await find({ ...vehicle, vehicleId: 'fg-99', fleetNumber: 'FG-99' }, smallLine(), 'asFound')).to.equal(
      undefined,
    );
    const leads = [{ red: 'battery +', black: 'battery −' }];
    expect(await standIns.instrumentOf(vehicle, 'meter', leads)).to.equal(endpoint);
    await standIns.close();
    const repaired = '{"kind":"repaired","causes":["Fan relay K7"]}';
    expect(told).to.deep.equal([
      repaired,
      repaired,
      '{"kind":"driven"}',
      repaired,
      '{"kind":"leadsPut","of":"meter","leads":[{"red":"battery +","black":"battery −"}]}',
      'closed',
    ]);
    expect(started).to.equal(1);
  });
});

describe('a stand-in that has ended', () => {
  it('is said, and started anew the next time', async () => {
    let started = 0;
    const standIns = makeStandIns(
      () => {
        started += 1;
        const spawned = spawnStandIn(files, vehicle.vin);
        return started > 1
          ? spawned
          : spawned.then(async (one) => {
              await one.close();
              return one;
            });
      },
      async () => [],
    );
    const failure = await standIns.find(vehicle, smallLine(), 'asFound').catch((error: unknown) => error);
    expect(String(failure)).to.include('The stand-in of FG-07 has ended.');
    expect(await standIns.find(vehicle, smallLine(), 'asFound')).to.include({ host: '127.0.0.1' });
    await standIns.close();
    expect(started).to.equal(2);
  });
});

describe('a vehicle over the network', () => {
  it('says of a unit why it is not read, and is told apart from a silent one', async () => {
    const standIn = await spawnStandIn(files, vehicle.vin);
    const line = smallLine();
    const vehicles = makeNetworkInterface(async () => standIn.endpoint);
    const reached = await vehicles.reach(vehicle, line, 'asFound');
    const unit = (address?: string) => ({
      id: 'A99',
      name: 'some unit',
      aliases: [],
      hangsOn: [],
      ...(address === undefined ? {} : { address }),
    });
    expect(await reached.readCodes(unit(), [], never)).to.deep.equal({
      answer: 'unread',
      because: 'its line gives it no address',
    });
    expect(await reached.readCodes(unit('1099'), [], never)).to.deep.equal({
      answer: 'unread',
      because: 'it knows no unit of this address',
    });
    expect(await reached.clearCodes(unit(), never)).to.equal(false);
    const there = await Promise.all([unit('1010'), unit('1099'), unit()].map((one) => reached.isThere(one, never)));
    expect(there).to.deep.equal([true, false, false]);
    reached.release();
    await vehicles.close();
    await standIn.close();
  });
});

describe('several sources', () => {
  async function* ticks(name: string, everyMs: number, count: number): AsyncGenerator<string> {
    for (let nth = 0; nth < count; nth += 1) {
      await new Promise((resolve) => setTimeout(resolve, everyMs));
      yield `${name}${nth}`;
    }
  }
  async function* failing(): AsyncGenerator<string> {
    yield 'first';
    throw new Error('lost');
  }

  it('bring what they have as it comes, each in its order', async () => {
    const all: string[] = [];
    for await (const item of merged([ticks('slow', 40, 2), ticks('quick', 5, 4), ticks('none', 1, 0)])) all.push(item);
    expect(all).to.have.length(6);
    expect(all.filter((item) => item.startsWith('quick'))).to.deep.equal(['quick0', 'quick1', 'quick2', 'quick3']);
    expect(all.at(-1)).to.equal('slow1');
  });

  it('end where one of them fails', async () => {
    const all: string[] = [];
    const failure = await (async () => {
      for await (const item of merged([failing(), ticks('slow', 30, 3)])) all.push(item);
    })().catch((error: unknown) => String(error));
    expect([all, failure]).to.deep.equal([['first'], 'Error: lost']);
  });
});
