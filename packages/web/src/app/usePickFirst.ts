import { useWindowEvent } from '@mantine/hooks';

/**
 * In every field whose list is all that can be chosen, what is typed and Enter takes the option that an arrow key has chosen, else the first that
 * is left. The library takes one only after an arrow key has chosen it.
 */
export function usePickFirst(): void {
  useWindowEvent('keydown', pickFirst, { capture: true });
}

// Fields in which only what is on the list can be chosen; where words of one's own may stand, what is typed stays as it is.
const pickers = '.mantine-Select-input, .mantine-MultiSelect-inputField';

function pickFirst(event: KeyboardEvent): void {
  const { target } = event;
  if (event.key !== 'Enter' || event.isComposing || !(target instanceof HTMLInputElement)) return;
  if (!target.matches(pickers) || target.getAttribute('aria-expanded') !== 'true' || target.value.trim() === '') return;
  const list = document.getElementById(target.getAttribute('aria-controls') ?? '');
  const options = [...(list?.querySelectorAll<HTMLElement>('[role="option"]:not([data-combobox-disabled])') ?? [])];
  // What stands out is what is taken: on a slow device the library forgets for a moment which one that is.
  const chosen = options.find((option) => option.hasAttribute('data-combobox-selected')) ?? options[0];
  if (!chosen) return;
  event.preventDefault();
  event.stopPropagation();
  chosen.click();
}
