import { expect } from 'chai';
import { readKept } from './localTexts';
import { isListOf, isMissingOr, isNullOr, isNumber, isOneOf, isRecordOf, isShaped, isText, isTruth } from './shapes';

interface Kept {
  readonly name: string;
  readonly kind: 'a' | 'b' | null;
  readonly counts: readonly number[];
  readonly answers: Readonly<Record<string, string>>;
  readonly isOpen: boolean;
  readonly later?: string | undefined;
}

const isKept = isShaped<Kept>({
  name: isText,
  kind: isNullOr(isOneOf(['a', 'b'] as const)),
  counts: isListOf(isNumber),
  answers: isRecordOf(isText),
  isOpen: isTruth,
  later: isMissingOr(isText),
});

describe('state that a browser has kept', () => {
  const kept: Kept = { name: 'n', kind: 'a', counts: [1, 2], answers: { x: 'y' }, isOpen: false };

  it('is taken up where it has the shape', () => {
    expect(readKept(JSON.stringify(kept), isKept)).to.deep.equal(kept);
    expect(readKept(JSON.stringify({ ...kept, kind: null }), isKept)?.kind).to.equal(null);
    expect(readKept(JSON.stringify({ ...kept, later: 'x' }), isKept)?.later).to.equal('x');
    expect(readKept(JSON.stringify({ ...kept, later: 1 }), isKept)).to.equal(undefined);
  });

  for (const [what, text] of [
    ['nothing', undefined],
    ['no JSON', '{"name":'],
    ['a list', '[]'],
    ['null', 'null'],
    ['a text', '"n"'],
    ['a field less', JSON.stringify({ ...kept, name: undefined })],
    ['a field more', JSON.stringify({ ...kept, old: 1 })],
    ['a field of another kind', JSON.stringify({ ...kept, counts: { 0: 1 } })],
    ['an item of another kind', JSON.stringify({ ...kept, counts: [1, '2'] })],
    ['another word', JSON.stringify({ ...kept, kind: 'c' })],
    ['another value in a record', JSON.stringify({ ...kept, answers: { x: 1 } })],
  ] as const)
    it(`is passed over where it is ${what}`, () => expect(readKept(text, isKept)).to.equal(undefined));
});
