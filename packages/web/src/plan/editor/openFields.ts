// The fields that are open, each with what tells the draft what was written in it last.
const tells = new Set<() => void>();

/** Takes a field in, until what is returned is called. */
export function openField(tell: () => void): () => void {
  tells.add(tell);
  return () => {
    tells.delete(tell);
  };
}

/** Lets every open field tell the draft what was written in it: the draft is about to be kept. */
export const tellFields = (): void => {
  for (const tell of tells) tell();
};
