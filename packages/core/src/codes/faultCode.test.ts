import { expect } from 'chai';
import fc from 'fast-check';
import {
  decodeFaultCode,
  findStatus,
  formatFaultCode,
  parseFaultCode,
  sayDecoded,
  sayNotACode,
  sayStatus,
  statusOf,
} from './index.js';

describe('parseFaultCode', () => {
  for (const [text, want] of [
    ['P0118', 'P0118'],
    [' p0118 ', 'P0118'],
    ['P0A1B-13', 'P0A1B-13'],
    ['p0a1b13', 'P0A1B-13'],
    ['U0100:87', 'U0100-87'],
    ['B3FFF', 'B3FFF'],
    ['PO118', undefined],
    ['P4118', undefined],
    ['P011', undefined],
    ['P0118-1', undefined],
    ['X0118', undefined],
    ['', undefined],
  ] as const)
    it(`“${text}” is ${want ?? 'no code'}`, () => {
      const found = parseFaultCode(text);
      expect(found && formatFaultCode(found)).to.equal(want);
    });

  it('reads back every code that it prints', () => {
    const hex = fc.constantFrom(...'0123456789ABCDEF');
    const codes = fc.tuple(
      fc.constantFrom(...'PCBU'),
      fc.constantFrom(...'0123'),
      hex,
      hex,
      hex,
      fc.option(fc.tuple(hex, hex)),
    );
    fc.assert(
      fc.property(codes, ([letter, second, a, b, c, type]) => {
        const code = { code: `${letter}${second}${a}${b}${c}`, failureType: type ? type.join('') : null };
        expect(parseFaultCode(formatFaultCode(code))).to.deep.equal(code);
      }),
    );
  });

  it('says that a letter O stands for a zero', () => {
    expect(sayNotACode('PO118')).to.include('letter O');
    expect(sayNotACode('hello')).to.include('One looks like');
  });
});

describe('decodeFaultCode', () => {
  for (const [text, sentence] of [
    ['P0118', 'powertrain, fuel and air metering'],
    ['P2A00', 'powertrain, fuel, air and emission control'],
    ['P2533', 'powertrain, auxiliary inputs'],
    ['P0A1B-13', 'powertrain, hybrid drive; circuit open'],
    ['P1234', 'powertrain, defined by the maker'],
    ['P3401', 'powertrain'],
    ['P3301', 'powertrain, defined by the maker'],
    ['C1234-1F', 'chassis, defined by the maker; circuit intermittent'],
    ['B0012', 'body'],
    ['U0100-87', 'network, lost communication; missing message'],
    ['U3001', 'network'],
    ['U2001-2E', 'network, defined by the maker; signal failure'],
    ['P0118-F3', 'powertrain, fuel and air metering; failure type F3'],
  ] as const)
    it(`${text}: ${sentence}`, () => {
      const code = parseFaultCode(text);
      expect(code && sayDecoded(decodeFaultCode(code))).to.equal(sentence);
    });
});

describe('the status of a code', () => {
  for (const [status, sentence] of [
    [null, 'status not given'],
    [0, 'passed'],
    [statusOf('testFailed', 'confirmed', 'warningLamp'), 'failing now, lamp on'],
    [statusOf('confirmed'), 'stored'],
    [statusOf('pending'), 'pending'],
    [statusOf('notTestedSinceClear'), 'not tested since clearing'],
    [0x50, 'not tested since clearing'],
    [0x40, 'not tested since switched on'],
    [0x20, 'failed since clearing'],
    [0x02, 'failed since switched on'],
    [0x48, 'stored'],
  ] as const)
    it(`${status} is ${sentence}`, () => expect(sayStatus(status)).to.equal(sentence));

  for (const [text, sentence, rest] of [
    ['circuit high, present', 'failing now', 'circuit high,'],
    ['Stored: circuit high', 'stored', ': circuit high'],
    ['circuit high (not present)', 'stored', 'circuit high ()'],
    ['status 0x2F circuit', 'failing now', 'circuit'],
    ['pending', 'pending', ''],
    ['circuit high', 'status not given', 'circuit high'],
    ['inactive', 'stored', ''],
    ['Sensor (not active)', 'stored', 'Sensor ()'],
    ['Sensor - no longer present', 'stored', 'Sensor -'],
    ['Sensor currently not present', 'stored', 'Sensor'],
    ['phase current sensor', 'status not given', 'phase current sensor'],
    ['circuit intermittent', 'status not given', 'circuit intermittent'],
    ['circuit, intermittent', 'stored', 'circuit,'],
    ['brake signal not present', 'status not given', 'brake signal not present'],
  ] as const)
    it(`“${text}” says ${sentence}`, () => {
      const found = findStatus(text);
      expect(sayStatus(found.status)).to.equal(sentence);
      expect(found.rest.replace(/\s+/g, ' ').trim()).to.equal(rest);
    });
});
