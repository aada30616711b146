import { expect } from 'chai';
import fc from 'fast-check';
import { cutText } from './index.js';

describe('cutText', () => {
  for (const [text, most, want] of [
    ['short', 10, 'short'],
    ['exactly', 7, 'exactly'],
    ['Bus 🚌 stands', 5, 'Bus '],
    ['Bus 🚌 stands', 6, 'Bus 🚌'],
    ['e\u0301tat', 1, ''],
    ['👨‍👩‍👧 rode', 4, ''],
    ['anything', 0, ''],
  ] as const)
    it(`cuts “${text}” at ${most} to “${want}”`, () => expect(cutText(text, most)).to.equal(want));

  it('never leaves half a character, and never more than was asked for', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), fc.nat(80), (text, most) => {
        const cut = cutText(text, most);
        expect(text.startsWith(cut) && cut.length <= most && cut.isWellFormed()).to.equal(true);
      }),
    ));
});
