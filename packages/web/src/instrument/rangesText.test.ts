import { expect } from 'chai';
import { parseRanges, rangesText } from './rangesText';

const ranges = [
  { upTo: 0.6, percent: 0.5, digits: 4, lastPlace: 0.0001 },
  { upTo: 6, percent: 0.5, digits: 2, lastPlace: 0.001 },
];

describe('the ranges of an instrument as text', () => {
  it('are read back as they were written', () => {
    expect(rangesText(ranges)).to.equal('0.6; 0.5 %; 4; 0.0001\n6; 0.5 %; 2; 0.001');
    expect(parseRanges(rangesText(ranges))).to.deep.equal({ ok: true, value: ranges });
  });

  it('take tabs and decimal commas', () =>
    expect(parseRanges('0,6\t0,5\t4\t0,0001')).to.deep.equal({ ok: true, value: ranges.slice(0, 1) }));

  for (const [text, message] of [
    ['', 'at least one range'],
    ['20; 0.5 %', 'Line 1: write end of the range'],
    ['20; half; 2; 0.01', 'Line 1: write end of the range'],
    ['20; 0.5; 2.5; 0.01', 'no accuracy'],
    ['20; 0.5; 2; 0.01\n2; 0.5; 2; 0.01', 'Line 2: the ranges must rise'],
  ] as const)
    it(`say what is wrong with “${text.replace('\n', ' / ')}”`, () => {
      const parsed = parseRanges(text);
      expect(parsed.ok ? '' : parsed.problem).to.include(message);
    });
});
