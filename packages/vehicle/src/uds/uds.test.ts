import { expect } from 'chai';
import { array, assert, constantFrom, integer, property, record, tuple, uint8Array } from 'fast-check';
import {
  bytesOfCode,
  codeOfBytes,
  decodeAnswer,
  decodeRequest,
  encodeRefusal,
  encodeRequest,
  encodeResponse,
  type Lengths,
  sayRefusal,
  type UdsRequest,
  type UdsResponse,
} from './index.js';

const hex = (bytes: Uint8Array) => Buffer.from(bytes).toString('hex');
const bytes = (text: string) => Uint8Array.from(Buffer.from(text.replace(/\s/g, ''), 'hex'));
const code = { code: 'P0480', failureType: '13' };
const lengths: Lengths = {
  ofIdentifier: (identifier) => ({ 61840: 17, 261: 1, 268: 2 })[identifier],
  ofExtended: (number) => ({ 1: 1, 2: 3 })[number],
};

/** Requests and their positive answers, byte by byte as the tables of ISO 14229-1 build them. */
const written: readonly (readonly [UdsRequest, string, UdsResponse, string])[] = [
  [
    { kind: 'session', session: 'extended' },
    '10 03',
    { kind: 'session', session: 'extended', p2Ms: 50, p2StarMs: 5000 },
    '50 03 0032 01f4',
  ],
  [{ kind: 'testerPresent', isAnswered: true }, '3e 00', { kind: 'testerPresent' }, '7e 00'],
  [
    { kind: 'countCodes', mask: 0x2f },
    '19 01 2f',
    { kind: 'countCodes', available: 0x2f, count: 1 },
    '59 01 2f 01 0001',
  ],
  [
    { kind: 'codes', mask: 0xff },
    '19 02 ff',
    { kind: 'codes', available: 0xff, codes: [{ ...code, status: 0x8b }] },
    '59 02 ff 048013 8b',
  ],
  [
    { kind: 'snapshots', code, record: 0xff },
    '19 04 048013 ff',
    {
      kind: 'snapshots',
      ...code,
      status: 0x24,
      records: [
        {
          record: 2,
          values: [
            { identifier: 0x0105, data: Uint8Array.of(0xa6) },
            { identifier: 0x010c, data: Uint8Array.of(0x07, 0x50) },
          ],
        },
      ],
    },
    '59 04 048013 24 02 02 0105 a6 010c 0750',
  ],
  [
    { kind: 'extendedData', code, record: 0xff },
    '19 06 048013 ff',
    {
      kind: 'extendedData',
      ...code,
      status: 0x24,
      records: [
        { record: 1, data: Uint8Array.of(0x17) },
        { record: 2, data: Uint8Array.of(0x79, 1, 2) },
      ],
    },
    '59 06 048013 24 01 17 02 790102',
  ],
  [
    { kind: 'supportedCodes' },
    '19 0a',
    { kind: 'supportedCodes', available: 0x7f, codes: [{ code: 'U0100', failureType: null, status: 0 }] },
    '59 0a 7f c10000 00',
  ],
  [{ kind: 'clearCodes', group: 0xff_ff_ff }, '14 ffffff', { kind: 'clearCodes' }, '54'],
  [
    { kind: 'read', identifiers: [0x0105, 0x010c] },
    '22 0105 010c',
    {
      kind: 'read',
      values: [
        { identifier: 0x0105, data: Uint8Array.of(0x5a) },
        { identifier: 0x010c, data: Uint8Array.of(0x0b, 0xb8) },
      ],
    },
    '62 0105 5a 010c 0bb8',
  ],
  [
    { kind: 'control', identifier: 0x9b00, act: 'adjust', state: Uint8Array.of(0x3c) },
    '2f 9b00 03 3c',
    { kind: 'control', identifier: 0x9b00, act: 'adjust', state: Uint8Array.of(0x0c) },
    '6f 9b00 03 0c',
  ],
  [
    { kind: 'control', identifier: 0x9b00, act: 'giveBack', state: Uint8Array.of() },
    '2f 9b00 00',
    { kind: 'control', identifier: 0x9b00, act: 'giveBack', state: Uint8Array.of(0x3a) },
    '6f 9b00 00 3a',
  ],
  [
    { kind: 'routine', act: 'start', routine: 0x0201, options: Uint8Array.of(6) },
    '31 01 0201 06',
    { kind: 'routine', act: 'start', routine: 0x0201, result: Uint8Array.of(0x32) },
    '71 01 0201 32',
  ],
];

describe('requests to a unit', () => {
  for (const [request, asked, response, answered] of written)
    it(`${request.kind} ${asked}: as the standard writes it and its answer`, () => {
      expect(hex(encodeRequest(request))).to.equal(asked.replace(/\s/g, ''));
      expect(decodeRequest(bytes(asked))).to.deep.equal({ ok: true, value: request });
      expect(hex(encodeResponse(response))).to.equal(answered.replace(/\s/g, ''));
      expect(decodeAnswer(request, bytes(answered), lengths)).to.deep.equal({ kind: 'positive', response });
    });

  it('that are cut off anywhere, or longer, are garbled and never half read', () => {
    for (const [request, , response, answered] of written) {
      const whole = bytes(answered);
      for (let length = 1; length < whole.length; length += 1) {
        const answer = decodeAnswer(request, whole.subarray(0, length), lengths);
        // A list may end sooner, and what a control or routine says has no length of its own.
        if (answer.kind === 'positive')
          expect(['codes', 'supportedCodes', 'read', 'snapshots', 'extendedData', 'control', 'routine']).to.include(
            response.kind,
          );
        else expect(answer.kind).to.equal('garbled');
      }
    }
  });

  it('for one value of unknown length take all that is left; of several the lengths must be known', () => {
    const part = bytes('62 f187 4c503335');
    expect(decodeAnswer({ kind: 'read', identifiers: [0xf187] }, part, lengths)).to.deep.equal({
      kind: 'positive',
      response: { kind: 'read', values: [{ identifier: 0xf187, data: bytes('4c503335') }] },
    });
    expect(decodeAnswer({ kind: 'read', identifiers: [0xf187, 0x0105] }, part, lengths).kind).to.equal('garbled');
  });

  it('are refused in words', () => {
    const request: UdsRequest = { kind: 'codes', mask: 0xff };
    const refused = decodeAnswer(request, encodeRefusal(0x19, 0x22), lengths);
    expect(refused).to.deep.equal({ kind: 'refused', code: 0x22 });
    expect(sayRefusal(0x22)).to.equal('the conditions are not right');
    expect(sayRefusal(0xfa)).to.equal('it gives the code 0xFA');
    expect(decodeAnswer(request, encodeRefusal(0x19, 0x78), lengths)).to.deep.equal({ kind: 'pending' });
  });

  it('are not taken for answered by what answers another', () => {
    const request: UdsRequest = { kind: 'read', identifiers: [0x0105] };
    for (const other of ['62 010c 0bb8', '59 02 ff', '7f 19 11', '7e 00'])
      expect(decodeAnswer(request, bytes(other), lengths), other).to.deep.equal({ kind: 'unasked' });
  });

  it('of any bytes are understood or refused with a code, and any answer is read without a throw', () => {
    assert(
      property(uint8Array({ maxLength: 20 }), (asked) => {
        const request = decodeRequest(asked);
        if (request.ok) expect(hex(encodeRequest(request.value))).to.equal(hex(asked));
        else expect(sayRefusal(request.problem)).not.to.include('code');
      }),
    );
    const requests = written.map(([request]) => request);
    assert(
      property(constantFrom(...requests), uint8Array({ maxLength: 40 }), (request, answer) => {
        expect(['positive', 'refused', 'pending', 'unasked', 'garbled']).to.include(
          decodeAnswer(request, answer, lengths).kind,
        );
      }),
    );
  });

  it('about codes carry any code there and back', () => {
    const digit = integer({ min: 0, max: 15 });
    const anyCode = record({
      letter: constantFrom('P', 'C', 'B', 'U'),
      first: integer({ min: 0, max: 3 }),
      rest: tuple(digit, digit, digit),
      type: integer({ min: 1, max: 255 }),
    });
    assert(
      property(array(anyCode), (codes) => {
        for (const { letter, first, rest, type } of codes) {
          const text = `${letter}${first}${rest.map((one) => one.toString(16)).join('')}`.toUpperCase();
          const failureType = type.toString(16).padStart(2, '0').toUpperCase();
          expect(codeOfBytes(...bytesOfCode({ code: text, failureType }))).to.deep.equal({ code: text, failureType });
        }
      }),
    );
    expect(bytesOfCode({ code: 'U0100', failureType: null })).to.deep.equal([0xc1, 0x00, 0x00]);
  });
});
