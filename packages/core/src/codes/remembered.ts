// Most answers that are kept, and the longest key: what is longer does not come twice.
const most = 2000;
const longest = 400;

/**
 * A function that remembers its last answers: a report says the same words on thousands of lines (benchmark “reading a report of 1 MB”).
 * @param keyOf a text that stands for everything that the answer depends on
 */
export function rememberedBy<Arguments extends readonly unknown[], Answer>(
  keyOf: (...of: Arguments) => string,
  answerTo: (...of: Arguments) => Answer,
): (...of: Arguments) => Answer {
  const known = new Map<string, { readonly answer: Answer }>();
  return (...of) => {
    const key = keyOf(...of);
    const already = known.get(key);
    if (already) return already.answer;
    const answer = answerTo(...of);
    if (known.size >= most) known.clear();
    if (key.length <= longest) known.set(key, { answer });
    return answer;
  };
}

/** The same of a function of one text. */
export const remembered = <Answer>(answerTo: (text: string) => Answer): ((text: string) => Answer) =>
  rememberedBy((text: string) => text, answerTo);
