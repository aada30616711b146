import { expect } from 'chai';
import fc from 'fast-check';
import { checkDigitOf, checkVin, sayVinNotice, tidyVin } from './index.js';

const kinds = (vin: string) => checkVin(vin).map(({ kind }) => kind);

describe('checkVin', () => {
  for (const [vin, want] of [
    ['', []],
    ['11111111111111111', []],
    ['ZZXLP35T3N0000107', ['checkDigit']],
    ['ZZXLP35TLN0000107', []],
    ['ZZXLP35T3N00001O7', ['letter']],
    ['ZZXLP35T3N00001I7', ['letter']],
    ['ZZXLP35T3N00001Q7', ['letter']],
    ['ZZXLP35T3N0000', ['length']],
    ['ZZXLP35T3N0000_07', ['character']],
    ['ZZXLO', ['letter', 'length']],
  ] as const)
    it(`${vin || 'no VIN'}: ${want.join(', ') || 'nothing to notice'}`, () => expect(kinds(vin)).to.deep.equal(want));

  it('says which check digit it would be, and that it is no proof', () => {
    const [notice] = checkVin('ZZXLP35T3N0000107');
    expect(notice && sayVinNotice(notice)).to.match(/would be \w as a check digit, and it is 3\. Some makers/);
  });

  it('says what a forbidden letter could be', () => {
    const [notice] = checkVin('ZZXLP35T3N00001O7');
    expect(notice && sayVinNotice(notice)).to.equal('A VIN has no O (place 16). Is it a 0?');
  });

  it('takes its own check digit, and no other', () => {
    const letters = 'ABCDEFGHJKLMNPRSTUVWXYZ0123456789'.split('');
    const vins = fc.array(fc.constantFrom(...letters), { minLength: 17, maxLength: 17 });
    fc.assert(
      fc.property(vins, fc.constantFrom(...'0123456789X'), (characters, digit) => {
        const vin = [...characters.slice(0, 8), digit, ...characters.slice(9)].join('');
        expect(kinds(vin)).to.deep.equal(checkDigitOf(vin) === digit ? [] : ['checkDigit']);
      }),
    );
  });

  it('finds any two neighbours of different value and weight that were swapped', () => {
    const sound = `ZZXLP35T${checkDigitOf('ZZXLP35T0N0000107')}N0000107`;
    expect(kinds(sound)).to.deep.equal([]);
    expect(kinds(sound.replace('P35', 'P53'))).to.deep.equal(['checkDigit']);
  });
});

describe('tidyVin', () => {
  it('takes small letters, spaces and dashes', () =>
    expect(tidyVin(' zzx lp35t-3n0000107 ')).to.equal('ZZXLP35T3N0000107'));
});
