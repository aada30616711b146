import type { CircuitInfo } from '@probe-trail/core/circuit';
import { expect } from 'chai';
import { aServer, type TestServer } from '../testing/aServer.js';

const lamp = {
  format: 'probe-trail-circuit',
  formatVersion: 1,
  id: 'lamp',
  name: 'A lamp',
  lines: ['loper-35'],
  components: [
    {
      kind: 'battery',
      id: 'BAT',
      name: 'Battery',
      at: { plus: 'BAT.plus', minus: 'body' },
      withinPercent: 10,
      volts: 12.6,
      ohms: 0.01,
    },
  ],
  connectors: [],
  splices: [],
  studs: [],
  wires: [],
  states: [],
  places: [],
};

describe('circuits over HTTP', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
  });
  afterEach(() => server.stop());

  const put = (circuit: object, etag?: string) =>
    server.ask('PUT', '/api/circuits/lamp', { circuit }, etag ? { 'if-match': etag } : {});
  const circuits = async () => (await server.ask('GET', '/api/circuits')).body as unknown as CircuitInfo[];

  it('are kept, and given back with their etag', async () => {
    const kept = await put(lamp);
    expect([kept.status, kept.body.savedBy]).to.deep.equal([200, 'Ines Marrow']);
    const found = await server.ask('GET', '/api/circuits/lamp');
    expect([found.body.circuit, found.etag]).to.deep.equal([lamp, kept.etag]);
    expect(await circuits()).to.deep.include({
      ...{ circuitId: 'lamp', name: 'A lamp', lines: ['loper-35'], componentCount: 1, wireCount: 0 },
      ...{ etag: kept.body.etag, savedAtMs: kept.body.savedAtMs, savedBy: 'Ines Marrow' },
    });
  });

  it('are overwritten only as they were seen; the same save twice is harmless', async () => {
    const { etag } = await put(lamp);
    const changed = { ...lamp, name: 'Another lamp' };
    expect((await put(changed, etag)).status).to.equal(200);
    expect((await put(changed, etag)).status).to.equal(200);
    const late = await put({ ...lamp, name: 'A third' }, etag);
    expect([late.status, late.body.code]).to.deep.equal([412, 'CIRCUIT_CHANGED']);
    expect(late.body.detail).to.include('Ines Marrow saved this circuit');
    expect((await put(lamp)).body.code).to.equal('CIRCUIT_EXISTS');
  });

  it('that were deleted are not there, and whoever saves one later is told', async () => {
    const { etag } = await put(lamp);
    expect((await server.ask('DELETE', '/api/circuits/lamp')).status).to.equal(204);
    expect((await put(lamp, etag)).body.code).to.equal('CIRCUIT_NOT_FOUND');
    expect((await server.ask('GET', '/api/circuits/lamp')).status).to.equal(404);
  });

  it('that are none are refused with a sentence that names the place', async () => {
    for (const [circuit, message] of [
      [{ ...lamp, id: 'other' }, 'says that it is “other”'],
      [{ ...lamp, components: [{ ...lamp.components[0], ohms: -1 }] }, 'components[0].ohms is -1'],
      [{ ...lamp, wires: 7 }, 'wires'],
    ] as const)
      expect((await put(circuit)).body.detail).to.include(message);
    expect(await circuits()).to.deep.equal([]);
  });

  it('with errors in them are kept all the same: a draft is not lost', async () => {
    const unfinished = {
      ...lamp,
      wires: [{ id: 'W1', from: 'BAT.plus', to: 'C9.1', colour: '', tracer: '', mm2: 1, metres: 1, twistedWith: null }],
    };
    expect((await put(unfinished)).status).to.equal(200);
  });
});
