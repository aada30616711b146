import type { Instrument } from '@probe-trail/core/instrument';
import { expect } from 'chai';
import { aServer, type TestServer } from '../testing/aServer.js';

const meter: Instrument = {
  id: 'm1',
  name: 'Bench meter',
  functions: [{ measures: 'dcVolts', unit: 'V', ranges: [{ upTo: 20, percent: 0.5, digits: 2, lastPlace: 0.01 }] }],
  calibrationDueAtMs: null,
  isRetired: false,
};

describe('the instruments of the workshop', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
  });
  afterEach(() => server.stop());
  const list = async () => (await server.ask('GET', '/api/instruments')).body as unknown as Instrument[];

  it('are kept by their ids, and changed in place', async () => {
    expect((await server.ask('PUT', '/api/instruments/m1', meter)).status).to.equal(204);
    const changed = { ...meter, name: 'Meter 1', calibrationDueAtMs: 7, address: 'meter-1.local:5025' };
    await server.ask('PUT', '/api/instruments/m1', changed);
    expect(await list()).to.deep.equal([changed]);
  });

  it('are refused with a sentence where they make no sense', async () => {
    const [range] = meter.functions[0]?.ranges ?? [];
    for (const [body, message] of [
      [{ ...meter, name: '' }, 'name'],
      [{ ...meter, functions: [] }, 'functions'],
      [{ ...meter, functions: [{ measures: 'dcVolts', unit: 'V', ranges: [range, range] }] }, 'the ranges must rise'],
      [{ ...meter, functions: [{ measures: 'moods', unit: 'V', ranges: [range] }] }, 'measures'],
      [{ ...meter, address: 'meter one' }, '“meter one” is no address'],
      [{ ...meter, address: 'meter:99999' }, '“meter:99999” is no address'],
      [{ ...meter, address: 'http://meter' }, 'is no address'],
      [{ ...meter, id: 'm2' }, 'says that it is “m2”'],
    ] as const) {
      const answer = await server.ask('PUT', '/api/instruments/m1', body);
      expect([answer.status, answer.body.code], message).to.deep.equal([400, 'REQUEST_INVALID']);
      expect(answer.body.detail).to.include(message);
    }
    expect(await list()).to.deep.equal([]);
  });
});
