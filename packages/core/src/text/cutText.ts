const characters = new Intl.Segmenter('en', { granularity: 'grapheme' });

/**
 * The beginning of a text, at most `most` UTF-16 units long. Never ends in the middle of what a person sees as one
 * character: half an emoji is not text, and cannot be stored.
 */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text;
  const across = characters.segment(text).containing(most);
  return text.slice(0, across?.index ?? most);
}
