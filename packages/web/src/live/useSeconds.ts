import { useEffect, useState } from 'react';

/**
 * Goes up once a second.
 * @param phaseMs when in the second: many that draw by it do not all draw at once
 */
export function useSeconds(phaseMs = 0): number {
  const [second, setSecond] = useState(0);
  useEffect(() => {
    let interval: ReturnType<typeof setInterval> | undefined;
    const tick = () => setSecond((last) => last + 1);
    const start = setTimeout(() => {
      tick();
      interval = setInterval(tick, 1000);
    }, phaseMs);
    return () => {
      clearTimeout(start);
      clearInterval(interval);
    };
  }, [phaseMs]);
  return second;
}
