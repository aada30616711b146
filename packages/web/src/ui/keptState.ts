import { useCallback, useRef, useState } from 'react';
import { keepText, keptText } from './keptTexts';

/** State that outlives a reload of the page, under a name of its own: nothing typed is lost. The initial value itself is not kept. */
export function useKeptState<T>(
  name: string,
  initial: T,
): readonly [T, (next: T | ((last: T) => T)) => void, () => void] {
  const [value, setValue] = useState<T>(() => {
    const kept = keptText(name);
    return kept === undefined ? initial : (JSON.parse(kept) as T);
  });
  // What was set last, drawn or not: of two changes within one frame none may be lost.
  const latest = useRef(value);
  const first = useRef(initial);
  const set = useCallback(
    (next: T | ((last: T) => T)) => {
      latest.current = next instanceof Function ? next(latest.current) : next;
      setValue(latest.current);
      keepText(name, latest.current === first.current ? undefined : JSON.stringify(latest.current));
    },
    [name],
  );
  const forget = useCallback(() => keepText(name, undefined), [name]);
  return [value, set, forget];
}
