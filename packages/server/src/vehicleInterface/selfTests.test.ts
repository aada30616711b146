import type { Reply, VehicleLink } from '@probe-trail/vehicle/client';
import type { UdsRequest } from '@probe-trail/vehicle/uds';
import { expect } from 'chai';
import { withSelfTests } from './selfTests.js';

const unit = { id: 'A10', name: 'engine control unit', aliases: [], hangsOn: [], address: '1010' };
const temperature = {
  id: 't',
  name: 'coolant temperature',
  at: 0,
  bytes: 1,
  isSigned: false,
  scale: 1,
  offset: -40,
  unit: '°C',
  least: -40,
  most: 150,
  invalid: 255,
};
const telling = { ...unit, data: [{ identifier: '2A01', bytes: 1, values: [temperature] }] };
const counters = [{ record: '01', bytes: 1, counts: 'failures' }] as const;
const told = ['P0118', 'P0480', 'P0217'].map((code) => ({ code, failureType: null, status: 8 }));
const signal = new AbortController().signal;

/** A unit that answers so, and what it was asked for. */
function aLink(answer: (request: UdsRequest) => unknown): { link: VehicleLink; asked: string[] } {
  const asked: string[] = [];
  const link = {
    ask: async (_: number, request: UdsRequest) => {
      asked.push(request.kind);
      return answer(request) as Reply;
    },
    close: async () => undefined,
  };
  return { link: link as unknown as VehicleLink, asked };
}
const read = (link: VehicleLink) =>
  withSelfTests(link, telling, { told, counters, textOf: new Map([['P0118', 'too high']]), signal });

describe('the self-tests of codes', () => {
  it('are read one by one: how often they failed, and what stood then', async () => {
    const { link } = aLink(({ kind }) => ({
      kind: 'answered',
      response:
        kind === 'snapshots'
          ? { records: [{ record: 1, values: [{ identifier: 0x2a01, data: Uint8Array.of(144) }] }] }
          : { records: [{ record: 1, data: Uint8Array.of(3) }] },
    }));
    const [first] = await read(link);
    expect(first).to.deep.equal({
      unitId: 'A10',
      code: 'P0118',
      failureType: null,
      text: 'too high',
      status: 8,
      selfTest: {
        failures: 3,
        passes: null,
        conditions: [{ name: 'coolant temperature', value: 104, unit: '°C' }],
      },
    });
  });

  it('cost no code where a unit refuses, or sends what its line does not know', async () => {
    for (const kind of ['refused', 'garbled']) {
      const { link } = aLink(() => ({ kind, says: 'it does not' }));
      expect((await read(link)).map(({ code, selfTest }) => [code, selfTest])).to.deep.equal(
        told.map(({ code }) => [code, null]),
      );
    }
  });

  it('are asked for no more once the unit falls silent over them', async () => {
    const { link, asked } = aLink(() => ({ kind: 'silent' }));
    expect((await read(link)).map(({ code }) => code)).to.deep.equal(['P0118', 'P0480', 'P0217']);
    expect(asked).to.deep.equal(['extendedData']);
  });
});
