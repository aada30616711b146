import { expect } from 'chai';
import { markdownOnPaper } from './markdownOnPaper';

/** The words of a content, with the marks that it has. */
const textOf = (content: unknown): string => {
  if (typeof content === 'string') return content;
  if (Array.isArray(content)) return content.map(textOf).join('');
  const { text, stack, ul, ol, bold, italics } = content as Record<string, unknown>;
  const words = textOf(text ?? stack ?? ul ?? ol ?? '');
  return bold === true ? `<b>${words}</b>` : italics === true ? `<i>${words}</i>` : words;
};

describe('Markdown on paper', () => {
  for (const [markdown, want] of [
    ['Measure at **K7·30** with the *relay* out.', ['Measure at <b>K7·30</b> with the <i>relay</i> out.']],
    ['One.\n\nTwo.', ['One.', 'Two.']],
    ['# Look\n\nat it', ['<b>Look</b>', 'at it']],
    ['- fuse\n- plug', ['fuseplug']],
    ['1. first\n2. then', ['firstthen']],
    ['See [C31·2](#C31/2) and `OL`.', ['See C31·2 and OL.']],
    ['> mind the belt', ['mind the belt']],
    ['<b>no</b> <script>x</script>', ['no x']],
    ['', []],
  ] as const)
    it(JSON.stringify(markdown), () => expect(markdownOnPaper(markdown).map(textOf)).to.deep.equal(want));

  it('keeps lists as lists', () => {
    const [bullets, numbers] = [markdownOnPaper('- a\n- b'), markdownOnPaper('1. a\n2. b')];
    expect([Object.keys(bullets[0] ?? {}), Object.keys(numbers[0] ?? {})]).to.deep.equal([['ul'], ['ol']]);
  });
});
