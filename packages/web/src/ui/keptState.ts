import { useCallback, useRef, useState } from 'react';

/** State that outlives a reload of the page, under a name of its own: nothing typed is lost. */
export function useKeptState<T>(
  name: string,
  initial: T,
): readonly [T, (next: T | ((last: T) => T)) => void, () => void] {
  const key = `probe-trail-kept-${name}`;
  const [value, setValue] = useState<T>(() => {
    const kept = localStorage.getItem(key);
    return kept === null ? initial : (JSON.parse(kept) as T);
  });
  // What was set last, drawn or not: of two changes within one frame none may be lost.
  const latest = useRef(value);
  const set = useCallback(
    (next: T | ((last: T) => T)) => {
      latest.current = next instanceof Function ? next(latest.current) : next;
      setValue(latest.current);
      localStorage.setItem(key, JSON.stringify(latest.current));
    },
    [key],
  );
  const forget = useCallback(() => localStorage.removeItem(key), [key]);
  return [value, set, forget];
}
