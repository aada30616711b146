import { useCallback, useLayoutEffect, useRef } from 'react';

interface Typed {
  readonly text: string;
  readonly setText: (text: string) => void;
  readonly submit: () => void;
}

/**
 * What the keypad does to what is typed: the same functions for as long as it is being typed, so that the keypad is not drawn anew with
 * every key. Benchmark: key to verdict.
 */
export function useKeypad(typed: Typed) {
  const latest = useRef(typed);
  useLayoutEffect(() => {
    latest.current = typed;
  });
  const onKey = useCallback(
    (change: (text: string) => string) => latest.current.setText(change(latest.current.text)),
    [],
  );
  const onSubmit = useCallback(() => latest.current.submit(), []);
  return { onKey, onSubmit };
}
