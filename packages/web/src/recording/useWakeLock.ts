import { useEffect } from 'react';

/** Leaves the screen on while it is so: one that goes dark stops the page. Not every browser can be asked for it. */
export function useWakeLock(isOn: boolean): void {
  useEffect(() => {
    if (!isOn) return;
    const asked = navigator.wakeLock?.request('screen').catch(() => undefined);
    return () => void asked?.then((lock) => lock?.release());
  }, [isOn]);
}
