import { useCallback, useRef, useState } from 'react';
import { keepText, keptText } from './keptTexts';
import { readKept } from './localTexts';

/**
 * State that outlives a reload of the page, under a name of its own: nothing typed is lost. The initial value itself is not kept.
 * @param isLike what was kept must look so; an earlier version of the program may have kept something else, which is passed over
 */
export function useKeptState<T>(
  name: string,
  initial: T,
  isLike: (value: unknown) => value is T,
): readonly [T, (next: T | ((last: T) => T)) => void, () => void] {
  const [value, setValue] = useState<T>(() => readKept(keptText(name), isLike) ?? initial);
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
