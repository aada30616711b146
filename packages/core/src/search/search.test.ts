import { expect } from 'chai';
import { bearsWords, piecesOf, toMatch } from './index.js';

describe('toMatch', () => {
  for (const [text, match] of [
    ['FG-07 fan', '"FG-07"* "fan"*'],
    ['  ', undefined],
    ['·- ?', undefined],
    ['"quoted" OR x', '"quoted"* "OR"* "x"*'],
    ['C31·2', '"C31·2"*'],
    ['a b c d e f g h i j', '"a"* "b"* "c"* "d"* "e"* "f"* "g"* "h"*'],
  ] as const)
    it(`“${text}” asks for ${match}`, () => expect(toMatch(text)).to.equal(match));
});

describe('piecesOf', () => {
  it('marks what was found', () =>
    expect(piecesOf('the ⟦fan⟧ never ⟦runs⟧')).to.deep.equal([
      { text: 'the ', isFound: false },
      { text: 'fan', isFound: true },
      { text: ' never ', isFound: false },
      { text: 'runs', isFound: true },
    ]));
});

describe('what was found for less', () => {
  const hit = { kind: 'vehicle', ref: 'fg-01', title: 'FG-01', detail: 'plate ⟦FG⟧-LP 101' } as const;
  for (const [words, bears] of [
    ['FG', true],
    ['fg-0', true],
    ['FG-04', false],
    ['lp  101', true],
    ['FG-01 102', false],
    ['fg-lp', true],
  ] as const)
    it(`${bears ? 'bears' : 'does not bear'} “${words}”`, () => expect(bearsWords(hit, words)).to.equal(bears));
});
