import { expect } from 'chai';
import { array, assert, integer, property, tuple, uint8Array } from 'fast-check';
import { type DoipMessage, decodeDoip, encodeDoip, headerLength, makeMessageReader, mostPayload } from './index.js';

const bytes = (text: string) => Uint8Array.from(Buffer.from(text.replace(/\s/g, ''), 'hex'));

/** Messages byte by byte, written out from the tables of ISO 13400-2. */
const written: readonly (readonly [string, DoipMessage, string])[] = [
  ['who is there', { kind: 'whoIsThere' }, 'ff 00 0001 00000000'],
  [
    'who has this number',
    { kind: 'whoHasVin', vin: 'ZZXLP35T0N0000106' },
    'ff 00 0003 00000011 5a5a584c50333554304e30303030313036',
  ],
  [
    'who it is',
    {
      kind: 'announcement',
      vin: 'ZZXLP35T0N0000106',
      entity: 0x1000,
      entityId: '020000000001',
      groupId: 'a1a2a3a4a5a6',
    },
    '02 fd 0004 00000021 5a5a584c503335 54304e30303030313036 1000 020000000001 a1a2a3a4a5a6 00 00',
  ],
  ['let me in', { kind: 'activate', tester: 0x0e80, type: 0 }, '02 fd 0005 00000007 0e80 00 00000000'],
  [
    'you are in',
    { kind: 'activated', tester: 0x0e80, entity: 0x1000, code: 0x10 },
    '02 fd 0006 00000009 0e80 1000 10 00000000',
  ],
  ['are you there', { kind: 'areYouThere' }, '02 fd 0007 00000000'],
  ['I am there', { kind: 'iAmThere', tester: 0x0e80 }, '02 fd 0008 00000002 0e80'],
  [
    'a request',
    { kind: 'diagnostic', from: 0x0e80, to: 0x1010, data: Uint8Array.of(0x3e, 0x00) },
    '02 fd 8001 00000006 0e80 1010 3e00',
  ],
  ['taken', { kind: 'taken', from: 0x1010, to: 0x0e80 }, '02 fd 8002 00000005 1010 0e80 00'],
  ['not taken', { kind: 'notTaken', from: 0x1010, to: 0x0e80, code: 3 }, '02 fd 8003 00000005 1010 0e80 03'],
  ['a refused header', { kind: 'headerRefused', code: 2 }, '02 fd 0000 00000001 02'],
];

describe('messages over a network', () => {
  for (const [name, message, hex] of written)
    it(`${name}: as the standard writes it`, () => {
      expect(Buffer.from(encodeDoip(message)).toString('hex')).to.equal(hex.replace(/\s/g, ''));
      const read = makeMessageReader()(bytes(hex));
      expect(read).to.deep.equal({ messages: [message] });
    });

  it('are found in a stream however it is cut', () => {
    const all = written.map(([, message]) => message);
    const whole = Buffer.concat(all.map(encodeDoip));
    assert(
      property(array(integer({ min: 1, max: whole.length }), { maxLength: 60 }), (cuts) => {
        const read = makeMessageReader();
        const places = [0, ...[...cuts].sort((a, b) => a - b), whole.length];
        const found = places.flatMap((from, nth) => read(whole.subarray(from, places[nth + 1])).messages);
        expect(found).to.deep.equal(all);
      }),
    );
  });

  it('that are announced with 4 GB are not waited for', () => {
    const { fault } = makeMessageReader()(bytes('02 fd 8001 ffffffff'));
    expect(fault?.says).to.equal(`A message of 4294967295 bytes was announced; ${mostPayload} are taken at most.`);
  });

  it('of another pattern, or of a wrong length, end the stream with a sentence', () => {
    expect(makeMessageReader()(bytes('47 45 54 20 2f 20 48 54')).fault?.says).to.equal(
      'What came is no message of a vehicle.',
    );
    expect(makeMessageReader()(bytes('02 fd 0005 00000002 0e80')).fault?.says).to.equal(
      'A message of type 0005 has 2 bytes.',
    );
  });

  it('of any bytes are read or refused, and never throw', () => {
    assert(
      property(tuple(integer({ min: 0, max: 0xffff }), uint8Array({ maxLength: 60 })), ([type, payload]) => {
        const decoded = decodeDoip(type, payload);
        if (!decoded.ok || decoded.value.kind === 'other') return;
        // What was understood is written again in the same length, but for what the standard reserves.
        expect(encodeDoip(decoded.value).length).to.be.at.most(headerLength + payload.length + 1);
      }),
    );
    assert(
      property(array(uint8Array({ maxLength: 40 })), (pieces) => {
        const read = makeMessageReader();
        for (const piece of pieces) if (read(piece).fault) break;
      }),
    );
  });
});
