import { expect } from 'chai';
import fc from 'fast-check';
import { linesOf } from './linesOf';

async function* inPieces(pieces: readonly string[]) {
  yield* pieces;
}

const read = async (...pieces: string[]): Promise<string[]> => {
  const lines: string[] = [];
  for await (const line of linesOf(inPieces(pieces))) lines.push(line);
  return lines;
};

describe('linesOf', () => {
  it('gives whole lines however the stream is cut', async () => {
    expect(await read('{"a":', '1}\n{"b"', ':2}\n')).to.deep.equal(['{"a":1}', '{"b":2}']);
    expect(await read('a\nb\n', 'c')).to.deep.equal(['a', 'b', 'c']);
    expect(await read()).to.deep.equal([]);
  });

  it('loses and adds nothing', () =>
    fc.assert(
      fc.asyncProperty(fc.array(fc.string({ maxLength: 8 })), async (pieces) => {
        const text = pieces.join('');
        const want = text === '' ? [] : text.replace(/\n$/, '').split('\n');
        expect(await read(...pieces)).to.deep.equal(text === '\n' ? [''] : want);
      }),
    ));
});
