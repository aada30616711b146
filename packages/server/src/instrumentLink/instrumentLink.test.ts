import { captureLengthMs, readCapture } from '@probe-trail/core/capture';
import type { Instrument } from '@probe-trail/core/instrument';
import type { MeterAnswer, MeterRequest, ScopeRequest } from '@probe-trail/core/instrumentLink';
import type { Bench, Rig } from '@probe-trail/core/vehicleInterface';
import { expect } from 'chai';
import { takeInVehicle } from '../testing/aJob.js';
import { aServer, type TestServer, testPassword } from '../testing/aServer.js';

const bench: Bench = {
  points: [
    { at: 'battery +', signal: { kind: 'level', of: 'batteryVoltage', times: 1, plus: 0 } },
    { at: 'battery −', signal: { kind: 'level', of: null, times: 0, plus: 0 } },
  ],
  currents: [
    {
      at: 'coil K41 86',
      signal: { kind: 'coil', ohms: 14, henries: 0.1, pullInMs: null, seconds: 0.2 },
      untilRepaired: 'Armature of contactor K41',
    },
  ],
  resistances: [{ from: 'relay pin 86', to: 'relay pin 85', ohms: null, untilRepaired: 'Fan relay K7' }],
};

const rig: Rig = {
  fleetNumber: 'FG-07',
  msPerUnit: 1,
  silentUnitIds: [],
  silentUntilRepaired: null,
  fallsSilentAt: null,
  codes: [],
  bench,
};

const instrument = (id: string, name: string, measures: 'dcVolts' | 'scope', address: string | null): Instrument => ({
  id,
  name,
  functions: [{ measures, unit: 'V', ranges: [{ upTo: 60, percent: 0.5, digits: 2, lastPlace: 0.01 }] }],
  calibrationDueAtMs: null,
  isRetired: false,
  address,
});

const volts: MeterRequest = {
  instrumentId: 'm1',
  measures: 'dcVolts',
  range: { value: 20_000, unit: 'mV' },
  leads: { red: 'battery +', black: 'battery −' },
};

const coil: ScopeRequest = {
  instrumentId: 's1',
  channels: [
    {
      name: 'coil K41 86',
      unit: 'A',
      unitPerVolt: 10,
      coupling: 'DC',
      span: 3.2,
      leads: { red: 'coil K41 86', black: null },
    },
  ],
  seconds: 0.1,
  trigger: { channel: 0, edge: 'rising', level: 0.1 },
};

describe('instruments on the network', () => {
  let server: TestServer;
  before(async () => {
    server = await aServer(undefined, [rig]);
    await takeInVehicle(server);
    for (const one of [
      instrument('m1', 'Meter 1', 'dcVolts', 'stand-in'),
      instrument('m2', 'Meter 2', 'dcVolts', null),
      instrument('m3', 'Meter 3', 'dcVolts', '127.0.0.1:1'),
      { ...instrument('m4', 'Meter 4', 'dcVolts', 'stand-in'), isRetired: true },
      instrument('s1', 'Scope 1', 'scope', 'stand-in'),
    ])
      await server.ask('PUT', `/api/instruments/${one.id}`, one);
  });
  after(() => server.stop());

  const read = async (change: Partial<MeterRequest> = {}) =>
    server.ask('POST', '/api/jobs/j1/instruments/reading', { ...volts, ...change });
  const saidBy = async (change: Partial<MeterRequest>) => {
    const { status, body } = await read(change);
    return [status, body.code, body.detail];
  };

  it('are read where the leads of the step are', async () => {
    const answer = (await read()).body as unknown as MeterAnswer;
    expect(answer.value).to.be.closeTo(12.55, 0.02);
    expect(answer).to.include({ shows: 'number', unit: 'V', range: 60, resolution: 0.001 });
  });

  it('show that there is no way through', async () => {
    const leads = { red: 'relay pin 86', black: 'relay pin 85' };
    const { body } = await read({ measures: 'ohms', range: null, leads });
    expect(body).to.include({ shows: 'above', value: null, unit: 'Ω' });
  });

  it('take for one at a time, whoever asks', async () => {
    const wanted = ['battery +', 'battery −', 'battery +', 'battery −'];
    const answers = await Promise.all(wanted.map((red) => read({ leads: { red, black: 'battery −' } })));
    expect(answers.map(({ body }) => Math.round(Number(body.value)))).to.deep.equal([13, 0, 13, 0]);
  });

  it('say why they cannot be used', async () => {
    const failed = [502, 'INSTRUMENT_FAILED'];
    expect(await saidBy({ instrumentId: 'm2' })).to.deep.equal([
      ...failed,
      'Meter 2 is not on the network: its address is not known.',
    ]);
    expect(await saidBy({ instrumentId: 'm3' })).to.deep.equal([
      ...failed,
      'Meter 3 cannot be reached at 127.0.0.1:1 (ECONNREFUSED). Is it switched on, and on the network?',
    ]);
    expect(await saidBy({ instrumentId: 'm4' })).to.deep.equal([
      ...failed,
      'The workshop has no instrument “m4” in use.',
    ]);
    expect(await saidBy({ measures: 'pressure' })).to.deep.equal([
      ...failed,
      'Meter 1 is not read over the network for this.',
    ]);
  });

  it('refuse requests that make no sense', async () => {
    expect((await saidBy({ range: { value: Number.NaN, unit: 'V' } }))[0]).to.equal(400);
    expect((await server.ask('POST', '/api/jobs/nobody/instruments/reading', volts)).status).to.equal(404);
    const many = { ...coil, channels: Array.from({ length: 5 }, () => coil.channels[0]) };
    expect((await server.ask('POST', '/api/jobs/j1/instruments/capture', many)).status).to.equal(400);
  });

  it('take a capture with the settings that are asked for, in the unit of the step', async () => {
    const session = await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword });
    const response = await server.app.inject({
      method: 'POST',
      url: '/api/jobs/j1/instruments/capture',
      payload: coil,
      headers: { cookie: session.cookie },
    });
    const read = readCapture(new Uint8Array(response.rawPayload));
    if (!read.ok) throw new Error(read.problem);
    const [channel] = read.value.channels;
    expect(channel).to.include({ name: 'coil K41 86', unit: 'A', factor: 10 });
    expect(captureLengthMs(read.value)).to.be.closeTo(100, 0.1);
    expect(read.value.marks).to.deep.equal([{ atMs: 10, text: 'trigger' }]);
    // U / R, once the current has settled.
    expect(channel?.samples.at(-1)).to.be.closeTo(12.55 / 14, 0.01);
  });
});
