const characters = new Intl.Segmenter('en', { granularity: 'grapheme' });

/**
 * The beginning of a text, at most `most` UTF-16 units long. Never ends in the middle of what a person sees as one
 * character: half an emoji is not text, and cannot be stored.
 */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text;
  // A window is enough: what one person sees as one character is never longer.
  const from = Math.max(0, most - 256);
  const across = characters.segment(text.slice(from, most + 256)).containing(most - from);
  return text.slice(0, from + (across?.index ?? most - from));
}
