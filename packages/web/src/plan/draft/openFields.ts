// The fields that are open, each with what hands the draft what was written in it last.
const flushes = new Set<() => void>();

/** Takes a field in, until what is returned is called. */
export function openField(flush: () => void): () => void {
  flushes.add(flush);
  return () => {
    flushes.delete(flush);
  };
}

/** Lets every open field hand the draft what was written in it: the draft is about to be kept. */
export const flushFields = (): void => {
  for (const flush of flushes) flush();
};
