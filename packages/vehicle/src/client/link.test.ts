import { once } from 'node:events';
import { createServer, type Server, type Socket } from 'node:net';
import type { Rig } from '@probe-trail/core/vehicleInterface';
import { expect } from 'chai';
import { encodeDoip, makeMessageReader } from '../doip/index.js';
import { makeStandInVehicle, type OpenStandIn, openStandIn, type StandInVehicle } from '../standIn/index.js';
import { aLine, aRig, aVin } from '../testing/aVehicle.js';
import { encodeRefusal, encodeResponse, refusals } from '../uds/index.js';
import { discoverVehicles, LinkLost, openLink, type Reply, type VehicleLink } from './index.js';

const host = '127.0.0.1';
const tester = 0x0e80;
const [engine, brakes, door] = [0x1010, 0x1020, 0x1040];
const busOf = (unit: number) => (unit === door ? 'bodyBus' : 'driveBus');
const lengthsOf = () => ({ ofIdentifier: () => 17, ofExtended: () => undefined });
const linkTo = (port: number) => openLink({ endpoint: { host, port }, tester, busOf, lengthsOf });
const allCodes = { kind: 'codes', mask: 0xff } as const;
const codesIn = (reply: Reply<{ readonly codes: readonly { readonly code: string }[] }>) =>
  reply.kind === 'answered' ? reply.response.codes.map(({ code }) => code) : reply.kind;
const failureOf = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => 'no failure',
    (error: unknown) => error,
  );

describe('the link to a vehicle', () => {
  let standIn: OpenStandIn;
  let vehicle: StandInVehicle;
  let link: VehicleLink;
  const open = async (rig: Partial<Rig> = {}) => {
    vehicle = makeStandInVehicle(aVin, aRig(rig), aLine);
    standIn = await openStandIn(vehicle, host, 0);
    link = linkTo(standIn.port);
  };
  afterEach(async () => {
    await link.close();
    await standIn.close();
  });

  it('reads and clears codes; they come back at once, when moving, or not at all', async () => {
    await open();
    expect(codesIn(await link.ask(engine, allCodes))).to.deep.equal(['P0118', 'P0480', 'P0217']);
    expect(await link.ask(engine, { kind: 'clearCodes', group: 0xff_ff_ff })).to.include({ kind: 'answered' });
    const afterClearing = await link.ask(engine, allCodes);
    expect(codesIn(afterClearing)).to.deep.equal(['P0118', 'P0480']);
    const statusOfMoving = afterClearing.kind === 'answered' && afterClearing.response.codes[1]?.status;
    // Its test has not run since it was cleared, nor in this cycle: ISO 14229-1, D.2.
    expect(statusOfMoving).to.equal(0x50);
    vehicle.tell({ kind: 'driven' });
    expect(codesIn(await link.ask(engine, allCodes))).to.deep.equal(['P0118', 'P0480']);
    vehicle.tell({ kind: 'repaired', causes: ['Sensor B11'] });
    expect(codesIn(await link.ask(engine, allCodes))).to.deep.equal(['P0480']);
  });

  describe('to all units at once', () => {
    const everyone = 0xe400;
    const openToAll = async (rig: Partial<Rig> = {}) => {
      vehicle = makeStandInVehicle(aVin, aRig(rig), { ...aLine, everyone: 'E400' });
      standIn = await openStandIn(vehicle, host, 0);
      link = linkTo(standIn.port);
    };
    const present = { kind: 'testerPresent', isAnswered: true } as const;

    it('hears those that answer, and nothing of those that are silent', async () => {
      await openToAll({ silentUnitIds: ['A20'] });
      expect(await link.askAll(everyone, present)).to.deep.equal(new Set([engine, door]));
    });

    it('goes out beside what a unit is asked alone, and neither takes the answer of the other', async () => {
      await openToAll();
      const [all, alone, codes] = await Promise.all([
        link.askAll(everyone, present),
        link.ask(engine, present),
        link.ask(engine, allCodes),
      ]);
      expect(all).to.deep.equal(new Set([engine, brakes, door]));
      expect(alone).to.include({ kind: 'answered' });
      expect(codesIn(codes)).to.include('P0118');
    });

    it('hears no refusal that most units would send', async () => {
      await openToAll();
      expect(await link.askAll(everyone, { kind: 'read', identifiers: [0x2aff] })).to.deep.equal(new Set());
    });

    it('is not possible where the vehicle has no common address, and ends when it is called off', async () => {
      await open();
      expect(await link.askAll(everyone, present)).to.equal(undefined);
      const control = new AbortController();
      const asked = failureOf(link.askAll(engine, { kind: 'testerPresent', isAnswered: false }, control.signal));
      control.abort(new Error('enough'));
      expect(await asked).to.be.an('error', 'enough');
    });
  });

  it('says of a unit that it is silent, that the vehicle does not know it, or that it refuses', async () => {
    await open({ silentUnitIds: ['A20'] });
    expect(await link.ask(brakes, allCodes)).to.deep.equal({ kind: 'silent' });
    expect(await link.ask(0x1099, allCodes)).to.include({
      kind: 'notReached',
      says: 'it knows no unit of this address',
    });
    expect(await link.ask(engine, { kind: 'read', identifiers: [0x0105] })).to.include({
      kind: 'refused',
      says: 'it does not have what was asked for',
    });
    expect(codesIn(await link.ask(door, allCodes))).to.deep.equal([]);
  });

  it('waits for a unit that asks for more time', async () => {
    await open({ msPerUnit: 600 });
    expect(codesIn(await link.ask(engine, allCodes))).to.have.length(3);
  });

  it('asks the units of one bus one after the other, the more urgent first, and buses beside each other', async () => {
    await open({ msPerUnit: 30 });
    const ended: string[] = [];
    const ask = (name: string, unit: number, urgency: 'background' | 'live' | 'stop') =>
      link.ask(unit, allCodes, { urgency }).then(() => ended.push(name));
    await Promise.all([
      ask('engine', engine, 'background'),
      ask('brakes in the background', brakes, 'background'),
      ask('brakes live', brakes, 'live'),
      ask('door', door, 'background'),
      ask('stop', brakes, 'stop'),
    ]);
    expect(ended.indexOf('brakes live')).to.be.below(ended.indexOf('brakes in the background'));
    expect(ended.at(-1)).to.equal('brakes in the background');
    expect(ended.slice(0, 3)).to.have.members(['engine', 'door', 'stop']);
  });

  it('gives up what is called off, and goes on with the rest', async () => {
    await open({ msPerUnit: 200 });
    const calling = new AbortController();
    const asked = failureOf(link.ask(engine, allCodes, { signal: calling.signal }));
    setTimeout(() => calling.abort(new Error('stopped by hand')), 20);
    expect(await asked).to.include({ message: 'stopped by hand' });
    expect(codesIn(await link.ask(engine, allCodes))).to.have.length(3);
  });

  it('says that the interface fell silent, and opens it again with the next request', async () => {
    await open({ fallsSilentAt: 'A20' });
    expect(await failureOf(link.ask(brakes, allCodes))).to.be.instanceOf(LinkLost);
    expect(codesIn(await link.ask(brakes, allCodes))).to.deep.equal([]);
  });

  it('says that nothing is there, at once and not after a time', async () => {
    await open();
    await standIn.close();
    const failure = await failureOf(link.ask(engine, allCodes));
    expect(failure).to.be.instanceOf(LinkLost);
    expect(String(failure)).to.include(`The interface at ${host}:${standIn.port} does not answer.`);
    standIn = await openStandIn(vehicle, host, 0);
  });

  it('serves several testers at once, and says when no more fit', async () => {
    await open();
    const links = Array.from({ length: 5 }, () => linkTo(standIn.port));
    const replies = await Promise.all(links.map((one) => failureOf(one.ask(engine, allCodes))));
    const refused = replies.filter((reply) => reply instanceof LinkLost);
    expect(refused.map(String).join()).to.include('all its connections are taken; another tester is connected');
    await Promise.all(links.map((one) => one.close()));
  });

  it('finds a vehicle by its number, and no other', async () => {
    await open();
    const [found, ...others] = await discoverVehicles(host, standIn.port, aVin);
    expect(found?.announcement).to.include({ vin: aVin, entity: 0x1000 });
    expect(found?.endpoint).to.deep.equal({ host, port: standIn.port });
    expect(others).to.deep.equal([]);
    expect(await discoverVehicles(host, standIn.port, 'ZZXLP35T0N0000999')).to.deep.equal([]);
    expect(await failureOf(discoverVehicles('no.such.host.example', 13_400))).to.be.instanceOf(LinkLost);
  });
});

/** What a peer does with each request that it lets through; the socket is its own. */
type Behaviour = (socket: Socket, data: Uint8Array, nth: number) => void;

describe('the link to a peer that does not keep to the standard', () => {
  let server: Server;
  let link: VehicleLink;
  const say = (socket: Socket, bytes: Uint8Array) =>
    socket.write(encodeDoip({ kind: 'diagnostic', from: engine, to: tester, data: bytes }));
  const codes = encodeResponse({
    kind: 'codes',
    available: 0xff,
    codes: [{ code: 'P0118', failureType: null, status: 8 }],
  });
  const peer = async (behave: Behaviour) => {
    let nth = 0;
    server = createServer((socket) => {
      const read = makeMessageReader();
      socket.on('error', () => socket.destroy());
      socket.on('data', (piece) => {
        for (const message of read(piece).messages) {
          if (message.kind === 'activate')
            socket.write(encodeDoip({ kind: 'activated', tester, entity: 0x1000, code: 0x10 }));
          if (message.kind !== 'diagnostic') continue;
          socket.write(encodeDoip({ kind: 'taken', from: engine, to: tester }));
          nth += 1;
          behave(socket, message.data, nth);
        }
      });
    }).listen(0, host);
    await once(server, 'listening');
    link = linkTo((server.address() as { port: number }).port);
  };
  afterEach(async () => {
    await link.close();
    server.close();
  });

  it('takes an answer that comes twice, or to another request, for what it is', async () => {
    await peer((socket) => {
      say(socket, encodeRefusal(0x22, 0x31));
      say(socket, codes);
      say(socket, codes);
    });
    expect(codesIn(await link.ask(engine, allCodes))).to.deep.equal(['P0118']);
    expect(codesIn(await link.ask(engine, allCodes))).to.deep.equal(['P0118']);
  });

  it('asks a busy unit again, and a silent one once more', async () => {
    await peer((socket, _, nth) => {
      if (nth === 1) say(socket, encodeRefusal(0x19, refusals.busy));
      if (nth === 3) say(socket, codes);
    });
    expect(codesIn(await link.ask(engine, allCodes))).to.deep.equal(['P0118']);
  });

  it('never commands an actuator twice by itself', async () => {
    let commanded = 0;
    await peer(() => {
      commanded += 1;
    });
    const request = { kind: 'control', identifier: 0x9b00, act: 'adjust', state: Uint8Array.of(50) } as const;
    expect(await link.ask(engine, request)).to.deep.equal({ kind: 'silent' });
    expect(commanded).to.equal(1);
  });

  it('says that an answer is garbled', async () => {
    await peer((socket) => say(socket, codes.subarray(0, 5)));
    expect(await link.ask(engine, allCodes)).to.deep.equal({
      kind: 'garbled',
      says: 'The answer ends after 5 bytes, too early.',
    });
  });

  it('does not take an interface that says nothing for a silent unit', async () => {
    server = createServer((socket) => {
      socket.on('error', () => socket.destroy());
      socket.once('data', () => socket.write(encodeDoip({ kind: 'activated', tester, entity: 0x1000, code: 0x10 })));
    }).listen(0, host);
    await once(server, 'listening');
    link = linkTo((server.address() as { port: number }).port);
    const failures = await Promise.all([engine, door].map((unit) => failureOf(link.ask(unit, allCodes))));
    for (const failure of failures) expect(failure).to.be.instanceOf(LinkLost);
    expect(String(failures[0])).to.include('The interface fell silent.');
  });

  it('is lost with a sentence wherever an answer is cut off', async () => {
    const whole = encodeDoip({ kind: 'diagnostic', from: engine, to: tester, data: codes });
    for (let length = 0; length < whole.length; length += 1) {
      await peer((socket) => socket.end(whole.subarray(0, length)));
      expect(await failureOf(link.ask(engine, allCodes)), `after ${length} bytes`).to.be.instanceOf(LinkLost);
      await link.close();
      server.close();
    }
  });

  it('is lost where garbage comes, and is not kept waiting by 4 GB', async () => {
    for (const garbage of ['47455420', '02fd8001ffffffff']) {
      await peer((socket) => socket.write(Buffer.from(garbage.padEnd(16, '0'), 'hex')));
      expect(await failureOf(link.ask(engine, allCodes)), garbage).to.be.instanceOf(LinkLost);
      await link.close();
      server.close();
    }
  });
});
