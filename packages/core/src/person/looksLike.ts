/** Letters of other alphabets that look like Latin ones (Unicode UTS 39, the part that a keyboard can type). */
const lookalikes: Readonly<Record<string, string>> = {
  а: 'a',
  в: 'b',
  е: 'e',
  к: 'k',
  м: 'm',
  н: 'h',
  о: 'o',
  р: 'p',
  с: 'c',
  т: 't',
  у: 'y',
  х: 'x',
  і: 'i',
  ј: 'j',
  ѕ: 's',
  ԁ: 'd',
  ԛ: 'q',
  ԝ: 'w',
  ӏ: 'l',
  α: 'a',
  β: 'b',
  ε: 'e',
  ι: 'i',
  κ: 'k',
  ν: 'v',
  ο: 'o',
  ρ: 'p',
  τ: 't',
  υ: 'u',
  χ: 'x',
  η: 'n',
  ω: 'w',
  ζ: 'z',
  μ: 'u',
  ı: 'i',
  ł: 'l',
  ø: 'o',
  đ: 'd',
  ß: 'ss',
  æ: 'ae',
  '0': 'o',
  '1': 'l',
  '|': 'l',
};

/**
 * What a name looks like: two names with the same look cannot be told apart on a screen.
 * Case, accents, kinds of space, invisible characters and letters of other alphabets do not count.
 */
export const lookOf = (name: string): string =>
  [
    ...name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[\p{Mark}\p{Format}]/gu, '')
      .replace(/[\s\p{Punctuation}]+/gu, ' ')
      .trim(),
  ]
    .map((character) => lookalikes[character] ?? character)
    .join('')
    .replaceAll('rn', 'm')
    .replaceAll('i', 'l');

export const looksLike = (a: string, b: string): boolean => lookOf(a) === lookOf(b);
