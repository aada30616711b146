import { useCallback, useState } from 'react';

/** State that outlives a reload of the page, under a name of its own: nothing typed is lost. */
export function useKeptState<T>(name: string, initial: T): readonly [T, (next: T) => void, () => void] {
  const key = `probe-trail-kept-${name}`;
  const [value, setValue] = useState<T>(() => {
    const kept = localStorage.getItem(key);
    return kept === null ? initial : (JSON.parse(kept) as T);
  });
  const set = useCallback(
    (next: T) => {
      setValue(next);
      localStorage.setItem(key, JSON.stringify(next));
    },
    [key],
  );
  const forget = useCallback(() => localStorage.removeItem(key), [key]);
  return [value, set, forget];
}
