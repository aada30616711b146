// By then whoever opened the page has what they came for.
const quietAfterMs = 4000;

/** Does what nobody waits for, a while after the page was opened. @returns the way to call it off */
export function whenQuiet(work: () => void): () => void {
  const timer = setTimeout(work, quietAfterMs);
  return () => clearTimeout(timer);
}
