import { expect } from 'chai';
import { inBrowser } from '../testing/browser';

describe('Enter in a field with a list', () => {
  const { window, hooks } = inBrowser();

  /** Presses Enter in a field with these options; `*` stands before the one that an arrow key has chosen. */
  const enterIn = async (typed: string, options: readonly string[], isOpen = true): Promise<string[]> => {
    const { usePickFirst } = await import('./usePickFirst');
    const { document } = window;
    document.body.innerHTML = `<input class="mantine-Select-input" aria-expanded="${isOpen}" aria-controls="list" /><div id="list"></div>`;
    const taken: string[] = [];
    for (const option of options) {
      const one = document.createElement('div');
      one.setAttribute('role', 'option');
      if (option.startsWith('*')) one.setAttribute('data-combobox-selected', 'true');
      one.addEventListener('click', () => taken.push(option));
      document.getElementById('list')?.append(one);
    }
    hooks().renderHook(() => usePickFirst());
    const field = document.querySelector('input');
    if (field) field.value = typed;
    field?.dispatchEvent(new window.KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
    hooks().cleanup();
    return taken;
  };

  it('takes the first option that is left', async () => {
    expect(await enterIn('sal', ['saloon', 'salt'])).to.deep.equal(['saloon']);
  });

  it('takes the one that an arrow key has chosen, whatever the library remembers', async () => {
    expect(await enterIn('sal', ['saloon', '*salt'])).to.deep.equal(['*salt']);
  });

  it('takes none where nothing is typed, nothing is left, or the list is shut', async () => {
    expect(await enterIn(' ', ['saloon'])).to.deep.equal([]);
    expect(await enterIn('sal', [])).to.deep.equal([]);
    expect(await enterIn('sal', ['saloon'], false)).to.deep.equal([]);
  });
});
