import type { Line } from '@probe-trail/core/vehicle';
import type { LiveLine, Rig } from '@probe-trail/core/vehicleInterface';
import { expect } from 'chai';
import { smallLine, takeInVehicle } from '../testing/aJob.js';
import { aReachedVehicle } from '../testing/aReachedVehicle.js';
import { aServer, type TestServer, testPassword } from '../testing/aServer.js';
import { readLive, watchUnits } from './readLive.js';

const aValue = (id: string, at: number) => ({
  id,
  name: id,
  at,
  bytes: 1,
  isSigned: false,
  scale: 1,
  offset: -40,
  unit: '°C',
  least: -40,
  most: 150,
  invalid: 255,
});
const dataOf: Readonly<Record<string, readonly string[]>> = {
  A10: ['coolantTemperature', 'intakeAirTemperature'],
  A40: ['outsideTemperature'],
};
/** The small line with values in two of its units. */
const lineWithValues = (): Line => ({
  ...smallLine(),
  units: smallLine().units.map((unit) => {
    const ids = dataOf[unit.id] ?? [];
    return { ...unit, data: [{ identifier: '2A01', bytes: 2, values: ids.map(aValue) }] };
  }),
});
const aRig: Rig = {
  fleetNumber: 'FG-07',
  msPerUnit: 1,
  silentUnitIds: [],
  silentUntilRepaired: null,
  fallsSilentAt: null,
  codes: [],
};

describe('live values', () => {
  let server: TestServer;
  afterEach(() => server.stop());
  const start = async (more: Partial<Rig>) => {
    server = await aServer(undefined, [{ ...aRig, ...more }]);
    await takeInVehicle(server);
    await server.services.vehicles.putLine(lineWithValues());
  };
  const watch = async (values: string) => {
    const signedIn = await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword });
    const url = `/api/jobs/j1/interface/live?values=${encodeURIComponent(values)}`;
    const response = await server.app.inject({ method: 'GET', url, headers: { cookie: signedIn.cookie } });
    return response.statusCode === 200
      ? response.body
          .trim()
          .split('\n')
          .map((line) => JSON.parse(line) as LiveLine)
      : response.statusCode;
  };

  it('come unit by unit until the interface fails, which is said', async () => {
    await start({ fallsSilentAt: 'A40' });
    expect(
      await watch('A10.coolantTemperature,A10.intakeAirTemperature,A40.outsideTemperature,A99.none'),
    ).to.deep.equal([
      {
        kind: 'values',
        atMs: 1000,
        unitId: 'A10',
        values: [
          { key: 'A10.coolantTemperature', value: 9 },
          { key: 'A10.intakeAirTemperature', value: 9 },
        ],
      },
      {
        kind: 'failed',
        message: 'The interface fell silent. What was read is kept; look at its plug, then go on reading.',
      },
    ]);
  });

  it('are not there without an interface, and ask for which', async () => {
    await start({ fleetNumber: 'FG-99' });
    expect(await watch('A10.coolantTemperature')).to.deep.equal([
      { kind: 'failed', message: 'No interface is connected to FG-07. Plug it in, then read again.' },
    ]);
    expect(await watch('')).to.equal(400);
    const adviser = await server.as('adviser');
    expect((await adviser('GET', '/api/jobs/j1/interface/live?values=A10.coolantTemperature')).status).to.equal(403);
  });
});

describe('values that are read again and again', () => {
  it('are asked for unit by unit in one question each, until nobody wants them; what a unit does not tell is said', async () => {
    const asked: string[] = [];
    const reached = aReachedVehicle({
      readValues: async ({ id }, values) => {
        asked.push(`${id}: ${values.map(({ key }) => key).join()}`);
        if (id === 'A40') return { answer: 'unread', because: 'it is busy; ask again' };
        return { answer: 'answered', values: values.map(({ key }) => ({ key, value: 1 })) };
      },
    });
    const control = new AbortController();
    const keys = new Set(['A10.coolantTemperature', 'A10.intakeAirTemperature', 'A40.outsideTemperature']);
    const lines: LiveLine[] = [];
    const watched = { line: lineWithValues(), reached, nowMs: () => 5, signal: control.signal };
    for await (const line of readLive(keys, watched)) {
      lines.push(line);
      if (lines.length === 4) control.abort();
    }
    const round = ['A10: A10.coolantTemperature,A10.intakeAirTemperature', 'A40: A40.outsideTemperature'];
    expect(asked).to.deep.equal([...round, ...round]);
    expect(lines[1]).to.deep.equal({ kind: 'nothing', atMs: 5, unitId: 'A40', because: 'it is busy; ask again' });
  });
});

describe('a watch over the units', () => {
  it('asks every unit that has an address again and again, and says whether it is there', async () => {
    const control = new AbortController();
    const reached = aReachedVehicle({ isThere: async ({ id }) => id !== 'A40' });
    const small = smallLine();
    const unreachable = { id: 'A50', name: 'lamp controller', aliases: [], hangsOn: ['bus'] };
    const line: Line = { ...small, units: [...small.units, unreachable] };
    const said: string[] = [];
    for await (const one of watchUnits({ line, reached, signal: control.signal })) {
      said.push(one.kind === 'seen' ? `${one.unitId} ${one.isThere}` : one.message);
      if (said.length === 6) control.abort();
    }
    const round = ['A10 true', 'A20 true', 'A40 false'];
    expect(said).to.deep.equal([...round, ...round]);
  });

  it('asks all at once where the vehicle can be, and only those that did not answer by themselves, once', async () => {
    const control = new AbortController();
    const alone: string[] = [];
    const rounds: readonly ReadonlySet<string>[] = [
      new Set(['A10', 'A20', 'A40']),
      new Set(['A10']),
      new Set(['A10']),
      new Set(['A10', 'A40']),
    ];
    let round = 0;
    const reached = aReachedVehicle({
      whoIsThere: async () => rounds[Math.min(round++, rounds.length - 1)],
      isThere: async ({ id }) => {
        alone.push(id);
        return id === 'A20';
      },
    });
    const said: string[] = [];
    for await (const one of watchUnits({ line: smallLine(), reached, signal: control.signal })) {
      said.push(one.kind === 'seen' ? `${one.unitId} ${one.isThere}` : one.message);
      if (said.length === 12) control.abort();
    }
    expect(said).to.deep.equal([
      ...['A10 true', 'A20 true', 'A40 true'],
      ...['A10 true', 'A20 true', 'A40 false'],
      ...['A10 true', 'A20 true', 'A40 false'],
      ...['A10 true', 'A20 true', 'A40 true'],
    ]);
    // The door unit is known to be silent from the second round on: it is asked with all alone.
    expect(alone).to.deep.equal(['A20', 'A40', 'A20', 'A20']);
  });
});
