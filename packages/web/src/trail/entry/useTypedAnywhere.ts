import { useWindowEvent } from '@mantine/hooks';

/** Hears of every character that is typed on the page and is meant for the reading: not of those for another field or a dialog. */
export function useTypedAnywhere(onTyped: () => void): void {
  useWindowEvent('keydown', (event) => {
    const isAt = (places: string) => event.target instanceof Element && event.target.closest(places) !== null;
    const isCharacter = event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey;
    // A button that was pressed keeps the focus; a number is not meant for it.
    const isFree = !isAt('button, a') || /^[\d.,+\-−]$/.test(event.key);
    if (isCharacter && isFree && !isAt('input:not([readonly]), textarea, select, [role="dialog"]')) onTyped();
  });
}
