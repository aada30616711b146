import { expect } from 'chai';
import { piecesOf, toMatch } from './index.js';

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
