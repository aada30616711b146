import { expect } from 'chai';
import fc from 'fast-check';
import { aLine } from '../testing/aLine.js';
import { formatFaultCode, readCodeText, sayNothingFound, sayStatus } from './index.js';

const line = aLine();
const read = (text: string) =>
  readCodeText(text, line).codes.map(
    (code) => [code.unitId, formatFaultCode(code), code.text, sayStatus(code.status)] as const,
  );

describe('readCodeText', () => {
  it('takes the unit from the heading above', () =>
    expect(
      read('Engine control unit\n  P0118 Coolant sensor circuit high - present\nABS:\n C0035 Wheel speed, stored'),
    ).to.deep.equal([
      ['A10', 'P0118', 'Coolant sensor circuit high', 'failing now'],
      ['A20', 'C0035', 'Wheel speed', 'stored'],
    ]));

  it('takes the unit from the line itself', () =>
    expect(read('P2138-62 pedal tracks disagree [ECM] pending')).to.deep.equal([
      ['A10', 'P2138-62', 'pedal tracks disagree', 'pending'],
    ]));

  for (const [what, delimiter] of [
    ['semicolons', ';'],
    ['tabs', '\t'],
    ['bars', '|'],
  ] as const)
    it(`reads columns set apart by ${what}`, () => {
      const row = (...cells: string[]) => cells.join(delimiter);
      const text = [
        row('Unit', 'Code', 'Status', 'Text'),
        row('ramp controller', 'B1A20-13', 'active', 'Pump contactor, open'),
        row('ECM', 'P0118', 'stored', 'Coolant sensor'),
      ].join('\r\n');
      expect(read(text)).to.deep.equal([
        ['A41', 'B1A20-13', 'Pump contactor, open', 'failing now'],
        ['A10', 'P0118', 'Coolant sensor', 'stored'],
      ]);
    });

  it('reads quoted cells with the delimiter inside', () =>
    expect(read('code,text,unit\nP0118,"Coolant sensor, circuit high",ECM\nP0193,"Rail, high",ECM')).to.deep.equal([
      ['A10', 'P0118', 'Coolant sensor, circuit high', 'status not given'],
      ['A10', 'P0193', 'Rail, high', 'status not given'],
    ]));

  it('names no unit rather than guessing one', () =>
    expect(read('P0118')).to.deep.equal([['unknown', 'P0118', '', 'status not given']]));

  it('takes several codes of one line', () =>
    expect(read('ECM: P0118, P0193, P2138').map(([, code]) => code)).to.deep.equal(['P0118', 'P0193', 'P2138']));

  it('makes one entry of a code that is listed twice', () =>
    expect(read('ECM\nP0118 stored\nP0118 pending, coolant sensor')).to.deep.equal([
      ['A10', 'P0118', 'coolant sensor', 'stored'],
    ]));

  it('notes which units the text calls silent', () => {
    const { units, notUnderstood } = readCodeText('Door controller: no response\nABS ok\nhello', line);
    expect(units.map(({ unitId, answer }) => [unitId, answer])).to.deep.equal([
      ['A40', 'silent'],
      ['A20', 'answered'],
    ]);
    expect(notUnderstood).to.equal(1);
  });

  it('finds no code in words, numbers and connectors', () =>
    expect(read('Bus C31·2 B123 12345 U01000 P01188x -P0118- VIN ZZXLP35T3N0000107')).to.deep.equal([]));

  it('says that there is no code, and what one looks like', () => {
    expect(sayNothingFound(readCodeText('all fine\nthank you', line))).to.include('in 2 lines');
    expect(sayNothingFound(readCodeText('', line))).to.include('no text');
  });

  it('keeps every code of 10,000 lines', () => {
    const lines = Array.from({ length: 10_000 }, (_, at) => `P${(at % 4096).toString(16).padStart(4, '0')} text`);
    expect(readCodeText(lines.join('\n'), line).codes).to.have.length(4096);
  });

  it('cuts no character of a long text in two, and keeps no control of the reader that wrote it', () => {
    const found = readCodeText(`\u001b[1mECM\u0000\nP0118 ${'x'.repeat(299)}🚌 stands\f`, line).codes[0];
    expect(found?.text).to.equal('x'.repeat(299));
    expect(readCodeText('P0118 broken \ud83d here', line).codes[0]?.text.isWellFormed()).to.equal(true);
  });

  it('is done soon with lines that have no end', () => {
    for (const endless of ['(', 'not ', 'present ', ' ', ' - ', 'P0118 ', '1. ', 'currently ', ';', '='])
      for (const text of [`P0118 ${endless.repeat(50_000)}x`, `ECM\nP0118 x\n${endless.repeat(50_000)}x`])
        expect(readCodeText(text, line).codes.length).to.be.greaterThan(0);
  });

  it('says how far it has come', () => {
    const shares: number[] = [];
    readCodeText('P0118 high\n'.repeat(9000), line, (share) => shares.push(share));
    expect(shares.length).to.be.greaterThan(3);
    expect(shares).to.deep.equal([...shares].sort((a, b) => a - b));
  });

  it('throws at no text', () =>
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => void readCodeText(text, line))));
});
