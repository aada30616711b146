import { expect } from 'chai';
import { parseFreeName, parseId, parseLimit, parseOpenLimit, parseUnit, parseWeight } from './parseFields';

describe('fields of the editor', () => {
  for (const [text, want] of [
    ['2,55', 2.55],
    ['200 mV', 0.2],
    ['-3', -3],
  ] as const)
    it(`reads the limit ${text} as ${want} V`, () =>
      expect(parseLimit('V')(text)).to.deep.equal({ ok: true, value: want }));
  for (const text of ['OL', '>5', '', 'high', '3 Ω'])
    it(`takes no “${text}” for a limit in V`, () => expect(parseLimit('V')(text).ok).to.equal(false));
  it('takes an empty field for no limit, where that may be', () =>
    expect(parseOpenLimit('V')(' ')).to.deep.equal({ ok: true, value: null }));
  it('writes a unit by its symbol', () => expect(parseUnit('kohm')).to.deep.equal({ ok: true, value: 'kΩ' }));
  for (const text of ['bananas', 'kPa', ''])
    it(`refuses the unit “${text}” with a sentence`, () => {
      const result = parseUnit(text);
      expect(result.ok ? '' : result.problem).to.match(/\.$/);
    });
  it('takes C31 for an id, and nothing with a blank', () => {
    expect(parseId('C31').ok).to.equal(true);
    expect(parseId('C 31').ok).to.equal(false);
    expect(parseId('constructor').ok).to.equal(false);
  });
  it('takes a name for formulas that nothing else has, and keeps its own', () => {
    const parse = parseFreeName('supply', new Set(['supply', 'drop']));
    expect(parse(' supply2 ')).to.deep.equal({ ok: true, value: 'supply2' });
    expect(parse('supply').ok).to.equal(true);
    expect(parse('drop')).to.deep.equal({ ok: false, problem: '“drop” is the name of something else already.' });
    for (const text of ['2drop', 'a-b', '', 'a b']) expect(parse(text).ok, text).to.equal(false);
  });
  for (const [text, isOk] of [
    ['0,5', true],
    ['0', false],
    ['-1', false],
    ['many', false],
    ['1001', false],
  ] as const)
    it(`weight ${text}: ${isOk ? 'taken' : 'refused'}`, () => expect(parseWeight(text).ok).to.equal(isOk));
});
