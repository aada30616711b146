// Words that say nothing about a fault.
const emptyWords = new Set(
  'the and but not for with when from that this are was has have had its all any can does did gets get got out off very too sometimes then than just only about over into after before been being will would they them there here what which who why how bus vehicle customer driver says said'.split(
    ' ',
  ),
);

/**
 * The words of a complaint that can be compared: small letters, without endings, without words that say nothing.
 * The endings are cut alike on both sides, so a wrong stem does no harm.
 */
export function wordsOf(text: string): ReadonlySet<string> {
  const words = text.toLowerCase().match(/\p{L}{3,}/gu) ?? [];
  return new Set(words.filter((word) => !emptyWords.has(word)).map(stem));
}

const stem = (word: string): string =>
  word.length < 5
    ? word.replace(/(?<=\p{L}{3})s$/u, '')
    : word
        .replace(/(?:ing|edly|ed|es|s|ly)$/u, '')
        .replace(/(.)\1$/u, '$1')
        .replace(/e$/u, '');
