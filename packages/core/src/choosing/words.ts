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

/** Words that customers use for the same thing, each as `wordsOf` gives it. */
const alike: readonly (readonly string[])[] = [
  ['lamp', 'light', 'bulb'],
  ['hot', 'overheat', 'boil'],
  ['slow', 'sluggish', 'lazy', 'weak'],
  ['dim', 'faint', 'dull'],
  ['stuck', 'jam', 'seiz', 'block'],
  ['crank', 'start', 'turn'],
  ['pedal', 'accelerator', 'throttl'],
  ['ramp', 'lift', 'wheelchair'],
  ['heater', 'heat'],
  ['blower', 'ventilation'],
  ['saloon', 'cabin', 'passenger'],
  ['indicator', 'blinker'],
  ['dead', 'lifeles', 'nothing'],
  ['run', 'ran', 'spin', 'spun'],
];

const meanings = new Map(alike.flatMap((group) => group.map((word) => [word, group] as const)));

/** Every word that means the same as this one, itself included. */
export const wordsAlike = (word: string): readonly string[] => meanings.get(word) ?? [word];

/** One word for all that mean the same. */
export const meaningOf = (word: string): string => wordsAlike(word)[0] ?? word;

// Half of all complaints have one of these in them: alone they say nothing about what is at fault.
const commonMeanings = new Set(
  [
    ...wordsOf(
      'lamp warning engine noise dash message gauge display drive road run work stop open close slow dead always never again',
    ),
  ].map(meaningOf),
);
const weightOfCommon = 0.3;

/** How much a word says about what is at fault. */
const weightOf = (meaning: string): number => (commonMeanings.has(meaning) ? weightOfCommon : 1);

/** What was said, by its meanings. */
export const meaningsOf = (text: string): ReadonlySet<string> => new Set([...wordsOf(text)].map(meaningOf));

/**
 * The words of a phrase that were said too, where they are what the phrase is about: at least half of what its words weigh. “Brake lamp” is
 * not what “all warning lamps” means.
 * @returns none where it sounds like something else
 */
export function soundsLike(phrase: string, said: ReadonlySet<string>): readonly string[] {
  const words = [...wordsOf(phrase)];
  const weigh = (some: readonly string[]) => some.reduce((sum, word) => sum + weightOf(meaningOf(word)), 0);
  const shared = words.filter((word) => said.has(meaningOf(word)));
  return shared.length > 0 && weigh(shared) >= weigh(words) / 2 ? shared : [];
}
