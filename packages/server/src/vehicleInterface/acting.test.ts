import type { ActuatorInfo, Line } from '@probe-trail/core/vehicle';
import { type ActingLine, heldEveryMs } from '@probe-trail/core/vehicleInterface';
import { LinkLost } from '@probe-trail/vehicle/client';
import { expect } from 'chai';
import { smallLine, takeInVehicle } from '../testing/aJob.js';
import { aReachedVehicle } from '../testing/aReachedVehicle.js';
import { aServer, testPassword } from '../testing/aServer.js';
import { makeActingRuns } from './acting.js';
import type { RunOn } from './reach.js';
import type { ReachedVehicle } from './vehicleInterface.js';

const aValue = (id: string) => ({
  id,
  name: id,
  at: 0,
  bytes: 1,
  isSigned: false,
  scale: 1,
  offset: 0,
  unit: 'A',
  least: 0,
  most: 200,
  invalid: null,
});

const fan: ActuatorInfo = {
  id: 'fan',
  name: 'radiator fan',
  identifier: '2C01',
  bytes: 1,
  scale: 1,
  offset: 0,
  unit: '%',
  least: 0,
  most: 100,
  needs: [],
  onlyWhile: [{ value: 'A20.speed', min: null, max: 0.5 }],
  longestSeconds: 60,
  mayStay: false,
  effects: [{ value: 'A10.current', shows: 'acts', change: 2 }],
};

/** The small line: the engine control unit has a fan and its current, the brake control unit the speed. */
const lineWithFan = (more: Partial<ActuatorInfo> = {}): Line => ({
  ...smallLine(),
  units: smallLine().units.map((unit) => {
    const value = { A10: 'current', A20: 'speed' }[unit.id];
    if (value === undefined) return unit;
    const data = [{ identifier: '2A01', bytes: 1, values: [aValue(value)] }];
    return { ...unit, data, ...(unit.id === 'A10' && { actuators: [{ ...fan, ...more }] }) };
  }),
});

/** A vehicle that keeps what it was told, in its order. */
function aVehicle(more: Partial<ReachedVehicle> = {}, speed = () => 0) {
  const told: string[] = [];
  const reached = aReachedVehicle({
    readValues: async (_, values, signal) => {
      signal.throwIfAborted();
      return {
        answer: 'answered',
        values: values.map(({ key }) => ({ key, value: key === 'A20.speed' ? speed() : 0 })),
      };
    },
    beginControl: async ({ id }) => {
      told.push(`session ${id}`);
      return { answer: 'answered' };
    },
    adjust: async (_unit, { id }, command) => {
      told.push(`${id} ${command}`);
      return { answer: 'answered' };
    },
    giveBack: async (_unit, { id }) => {
      told.push(`${id} back`);
      return true;
    },
    ...more,
  });
  return { told, reached };
}

const request = { runId: 'run-1', actuator: 'A10.fan', command: 40 };
const on = (reached: ReachedVehicle, more: Partial<RunOn> = {}): RunOn => ({
  vehicleId: 'v1',
  fleetNumber: 'FG-07',
  by: 'Tobi Lunde',
  line: lineWithFan(),
  reached,
  signal: new AbortController().signal,
  ...more,
});

/** Goes on until the run is over, or as the callback says at each line. */
async function all(lines: AsyncGenerator<ActingLine>, atLine: (line: ActingLine) => void = () => {}) {
  const seen: ActingLine[] = [];
  for await (const line of lines) {
    seen.push(line);
    atLine(line);
  }
  return seen.filter(({ kind }) => kind !== 'values');
}

describe('an actuator that runs', () => {
  it('runs in its session while its key is held, follows its command, and is given back', async () => {
    const { told, reached } = aVehicle();
    const runs = makeActingRuns(() => 5);
    const left = new AbortController();
    let rounds = 0;
    const lines = await all(runs.run(request, on(reached, { signal: left.signal })), ({ kind }) => {
      if (kind === 'values') rounds += 1;
      // More than it can be told is held at its end.
      if (rounds === 4) runs.hold('run-1', 400);
      if (rounds === 8) left.abort();
    });
    expect(told).to.deep.equal(['session A10', 'fan 40', 'fan 100', 'fan back']);
    expect(lines).to.deep.equal([
      { kind: 'acting', atMs: 5, command: 40 },
      { kind: 'acting', atMs: 5, command: 100 },
      { kind: 'stopped', atMs: 5, because: null, isConfirmed: true },
    ]);
    expect(() => runs.hold('run-1', 40)).to.throw('ACTUATOR_NOT_RUNNING');
  });

  it('is stopped where nothing is heard of its key', async () => {
    const { told, reached } = aVehicle();
    const fromMs = performance.now();
    const lines = await all(makeActingRuns(() => 5).run(request, on(reached)));
    expect(performance.now() - fromMs).to.be.above(3 * heldEveryMs);
    expect(told.at(-1)).to.equal('fan back');
    expect(lines.at(-1)).to.include({ because: 'Nothing was heard of the key any more.' });
  });

  it('does not begin where a condition does not hold, and stops when one holds no longer', async () => {
    const still = aVehicle({}, () => 3);
    expect(await all(makeActingRuns(() => 5).run(request, on(still.reached)))).to.deep.equal([
      { kind: 'stopped', atMs: 5, because: 'speed is 3 A, and must be at most 0.5 A.', isConfirmed: true },
    ]);
    expect(still.told).to.deep.equal([]);
    let speed = 0;
    const moving = aVehicle({}, () => speed);
    const lines = await all(makeActingRuns(() => 5).run(request, on(moving.reached)), ({ kind }) => {
      if (kind === 'acting') speed = 2;
    });
    expect(moving.told).to.deep.equal(['session A10', 'fan 40', 'fan back']);
    expect(lines.at(-1)).to.include({ because: 'speed is 2 A, and must be at most 0.5 A.' });
  });

  it('is stopped when its time is over, however long it is held', async () => {
    const { told, reached } = aVehicle();
    const runs = makeActingRuns(() => 5);
    const line = lineWithFan({ longestSeconds: 1 });
    const lines = await all(runs.run(request, on(reached, { line })), ({ kind }) => {
      if (kind === 'values') runs.hold('run-1', 40);
    });
    expect(told.at(-1)).to.equal('fan back');
    expect(lines.at(-1)).to.include({ because: 'It ran for 1 s, which is as long as it may.' });
  });

  it('is stopped from another device, and runs once on a vehicle', async () => {
    const { told, reached } = aVehicle();
    const runs = makeActingRuns(() => 5);
    let stopped: Promise<number> | undefined;
    const lines = await all(runs.run(request, on(reached)), ({ kind }) => {
      if (kind !== 'acting') return;
      stopped = all(runs.run({ ...request, runId: 'run-2' }, on(reached, { by: 'Ines Marrow' }))).then((second) => {
        expect(second).to.deep.equal([
          {
            kind: 'stopped',
            atMs: 5,
            because: 'Tobi Lunde runs radiator fan on FG-07: stop it first.',
            isConfirmed: true,
          },
        ]);
        return runs.stop('v1', 'Ines Marrow stopped it.');
      });
    });
    expect(await stopped).to.equal(1);
    expect(lines.at(-1)).to.include({ because: 'Ines Marrow stopped it.', isConfirmed: true });
    expect(told).to.deep.equal(['session A10', 'fan 40', 'fan back']);
    expect(await runs.stop('v1', 'again')).to.equal(0);
  });

  it('sends its stop before what is being read has come', async () => {
    let isAnswered = false;
    const { told, reached } = aVehicle({
      readValues: (_, values, signal) =>
        new Promise((resolve, reject) => {
          signal.addEventListener('abort', () => reject(signal.reason));
          const slow = told.length > 1 ? 10_000 : 1;
          setTimeout(() => {
            isAnswered = slow > 1;
            resolve({ answer: 'answered', values: values.map(({ key }) => ({ key, value: 0 })) });
          }, slow);
        }),
    });
    const left = new AbortController();
    const lines = await all(makeActingRuns(() => 5).run(request, on(reached, { signal: left.signal })), ({ kind }) => {
      if (kind === 'acting') setTimeout(() => left.abort(), 150);
    });
    expect([isAnswered, told.at(-1), lines.at(-1)?.kind]).to.deep.equal([false, 'fan back', 'stopped']);
  });

  it('says why a unit refuses, and that a stop is not confirmed where the interface is lost', async () => {
    const refusing = aVehicle({ adjust: async () => ({ answer: 'unread', because: 'the engine runs' }) });
    expect((await all(makeActingRuns(() => 5).run(request, on(refusing.reached)))).at(-1)).to.include({
      because: 'The engine control unit did not do it: the engine runs.',
      isConfirmed: true,
    });
    const lost = aVehicle({
      adjust: async () => Promise.reject(new LinkLost('The interface fell silent.')),
      giveBack: async () => Promise.reject(new LinkLost('The interface fell silent.')),
    });
    expect((await all(makeActingRuns(() => 5).run(request, on(lost.reached)))).at(-1)).to.deep.equal({
      kind: 'stopped',
      atMs: 5,
      because: 'The interface fell silent.',
      isConfirmed: false,
    });
  });

  it('does not begin for whoever let the key go before the vehicle was reached, and is not stopped by another key', async () => {
    const { told, reached } = aVehicle();
    const runs = makeActingRuns(() => 5);
    expect(await all(runs.run(request, on(reached, { signal: AbortSignal.abort() })))).to.deep.equal([]);
    expect(await runs.stop('v1', null, 'run-0')).to.equal(0);
    expect(await all(runs.run({ ...request, runId: 'run-0' }, on(reached)))).to.deep.equal([
      { kind: 'stopped', atMs: 5, because: null, isConfirmed: true },
    ]);
    const left = new AbortController();
    const lines = await all(runs.run(request, on(reached, { signal: left.signal })), ({ kind }) => {
      if (kind === 'acting') void runs.stop('v1', null, 'run-9').then(() => left.abort());
    });
    expect([told, lines.length]).to.deep.equal([['session A10', 'fan 40', 'fan back'], 2]);
  });

  it('is given back until its unit has confirmed it', async () => {
    let tries = 0;
    const { reached } = aVehicle({
      giveBack: async () => {
        tries += 1;
        if (tries === 2) throw new LinkLost('The interface fell silent.');
        return tries === 4;
      },
    });
    const left = new AbortController();
    const lines = await all(makeActingRuns(() => 5).run(request, on(reached, { signal: left.signal })), ({ kind }) => {
      if (kind === 'acting') left.abort();
    });
    expect([tries, lines.at(-1)]).to.deep.equal([4, { kind: 'stopped', atMs: 5, because: null, isConfirmed: true }]);
  });

  it('that its line does not have is said', async () => {
    const { reached } = aVehicle();
    const lines = await all(makeActingRuns(() => 5).run({ ...request, actuator: 'A10.pump' }, on(reached)));
    expect(lines.at(-1)).to.include({ because: 'Loper 35 has no actuator A10.pump.' });
  });
});

describe('actuators over the interface', () => {
  const rig = {
    fleetNumber: 'FG-07',
    msPerUnit: 1,
    silentUnitIds: [],
    silentUntilRepaired: null,
    fallsSilentAt: null,
    codes: [],
  };

  it('run on the stand-in, and are stopped by whoever asks for it', async () => {
    const server = await aServer(undefined, [rig]);
    await takeInVehicle(server);
    await server.services.vehicles.putLine(lineWithFan());
    const { cookie } = await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword });
    const running = server.app.inject({
      method: 'POST',
      url: '/api/jobs/j1/interface/acting',
      headers: { cookie },
      payload: request,
    });
    await new Promise((resolve) => setTimeout(resolve, 600));
    expect((await server.ask('PUT', '/api/jobs/j1/interface/acting/run-1', { command: 60 })).status).to.equal(204);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect((await server.ask('DELETE', '/api/jobs/j1/interface/acting')).body).to.deep.equal({ stopped: 1 });
    const lines = (await running).body
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as ActingLine);
    expect(lines.flatMap((line) => (line.kind === 'acting' ? line.command : []))).to.deep.equal([40, 60]);
    expect(lines.at(-1)).to.include({ kind: 'stopped', because: 'Ines Marrow stopped it.', isConfirmed: true });
    const late = await server.ask('PUT', '/api/jobs/j1/interface/acting/run-1', { command: 60 });
    expect([late.status, late.body.code]).to.deep.equal([409, 'ACTUATOR_NOT_RUNNING']);
    await server.stop();
  });
});
