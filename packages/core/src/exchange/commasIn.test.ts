import { expect } from 'chai';
import { aPlan, aReading, withStep } from '../testing/aPlan.js';
import { commasIn, readLimits, readOutline, sayCommas, withCommas } from './index.js';

describe('commas in the numbers of a file', () => {
  for (const [texts, role, isSure] of [
    [['10,000'], 'thousands', false],
    [['10,000', '0,5'], 'decimal', true],
    [['10,000', '12,4 V'], 'decimal', true],
    [['10,000', '1,234.5'], 'thousands', true],
    [['10,000', '1,000,000'], 'thousands', true],
    [['0.5 to 10,000 Ω'], 'thousands', false],
  ] as const)
    it(`of ${texts.join(' and ')} are ${role}${isSure ? ' for sure' : ''}`, () => {
      const found = commasIn(texts);
      expect([found?.role, found?.isSure]).to.deep.equal([role, isSure]);
    });

  it('are nothing to speak of where each can be read in one way', () => {
    for (const texts of [['12,4'], ['0,250'], ['10000', '12.4'], []]) expect(commasIn(texts)).to.equal(undefined);
  });

  it('are read as somebody says', () => {
    const found = commasIn(['10,000'], 'decimal');
    expect(found && sayCommas(found)).to.equal('“10,000” was read as 10.000: a comma is a decimal mark.');
    expect(withCommas('10,000 to 20,000 Ω', 'thousands')).to.equal('10000 to 20000 Ω');
  });

  it('of a limits file are read, said, and changed', () => {
    const plan = withStep(aPlan(), 'ground', (step) => ({
      ...step,
      readings: [aReading('drop', { kind: 'band', unit: 'Ω', min: null, max: 1 })],
    }));
    const csv = 'step,reading,at,from,to,unit\nground,drop,,,"10,000",Ω\n';
    const bandOf = (role?: 'decimal' | 'thousands') => {
      const read = readLimits(plan, csv, role);
      if (!read.ok) throw new Error(read.problem);
      return read.value.plan.steps.find(({ id }) => id === 'ground')?.readings[0]?.spec;
    };
    expect(bandOf()).to.deep.include({ max: 10_000 });
    expect(bandOf('decimal')).to.deep.include({ max: 10 });
    const read = readLimits(plan, csv);
    expect(read.ok && read.value.commas?.example.text).to.equal('10,000');
  });

  it('of an outline too', () => {
    const specOf = (role?: 'decimal' | 'thousands') => {
      const read = readOutline('Coil\n  expected: 8,000 to 12,000 Ω\n', 'p', role);
      return read.ok ? [JSON.stringify(read.value.plan.steps), read.value.commas?.role] : [read.problem];
    };
    expect(specOf()[0]).to.include('12000');
    expect(specOf('decimal')[1]).to.equal('decimal');
  });
});
