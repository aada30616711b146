import { useWindowEvent } from '@mantine/hooks';

/**
 * In every field with a list under it, what is typed and Enter takes the first option that is left. The library takes one only after an arrow
 * key has chosen it.
 */
export function usePickFirst(): void {
  useWindowEvent('keydown', pickFirst, { capture: true });
}

function pickFirst(event: KeyboardEvent): void {
  const { target } = event;
  if (event.key !== 'Enter' || event.isComposing || !(target instanceof HTMLInputElement)) return;
  if (!target.matches('[aria-haspopup="listbox"][aria-expanded="true"]') || target.value.trim() === '') return;
  // A list of tags takes what is typed as it is.
  if (target.closest('.mantine-TagsInput-root')) return;
  const list = document.getElementById(target.getAttribute('aria-controls') ?? '');
  const options = [...(list?.querySelectorAll<HTMLElement>('[role="option"]:not([data-combobox-disabled])') ?? [])];
  if (options.some((option) => option.hasAttribute('data-combobox-selected'))) return;
  const [first] = options;
  if (!first) return;
  event.preventDefault();
  event.stopPropagation();
  first.click();
}
