import { useEffect, useState } from 'react';
import { nowMs } from '../../device/clock';

/** Draws anew every half second until a moment has come. @returns how long there is still to wait, in ms */
export function useMoment(atMs: number): number {
  const [now, setNow] = useState(nowMs);
  const left = Math.max(0, atMs - now);
  const isWaiting = atMs > nowMs();
  useEffect(() => {
    if (!isWaiting) return;
    const timer = setInterval(() => setNow(nowMs()), 500);
    return () => clearInterval(timer);
  }, [isWaiting]);
  return left;
}
