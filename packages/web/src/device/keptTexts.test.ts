import { expect } from 'chai';
import { inBrowser } from '../testing/browser';

/** A browser's store with little room. */
class SmallStore {
  readonly texts = new Map<string, string>();
  hasRoom = true;
  getItem = (key: string) => this.texts.get(key) ?? null;
  setItem = (key: string, text: string) => {
    if (!this.hasRoom) throw new Error('QuotaExceededError');
    this.texts.set(key, text);
  };
  removeItem = (key: string) => this.texts.delete(key);
}

describe('texts that a browser keeps', () => {
  const { window } = inBrowser();
  const localStorage = new SmallStore();
  let kept: typeof import('./keptTexts');

  before(async () => {
    Object.defineProperty(globalThis, 'localStorage', { value: localStorage, configurable: true });
    kept = await import('./keptTexts');
  });

  const leave = () => window.dispatchEvent(new window.Event('pagehide'));

  it('are there at once, and in the store when the page goes', () => {
    kept.keepText('a', '12,');
    kept.keepText('b', '3');
    kept.keepText('a', '12,4');
    expect([kept.keptText('a'), localStorage.texts.size]).to.deep.equal(['12,4', 0]);
    leave();
    expect([...localStorage.texts.values()]).to.deep.equal(['12,4', '3']);
    expect(kept.keptText('a')).to.equal('12,4');
  });

  it('are in the store when the page is put away', () => {
    kept.keepText('c', 'x');
    window.document.dispatchEvent(new window.Event('visibilitychange'));
    expect([...localStorage.texts.values()]).to.include('x');
  });

  it('are forgotten at once', () => {
    kept.keepText('b', undefined);
    expect(kept.keptText('b')).to.equal(undefined);
    leave();
    expect([...localStorage.texts.values()]).to.not.include('3');
  });

  it('stay here while the store is full, which is said, and are written when there is room', () => {
    let said = 0;
    kept.whenFull(() => {
      said += 1;
    });
    localStorage.hasRoom = false;
    kept.keepText('d', 'long');
    leave();
    expect([said, kept.keptText('d')]).to.deep.equal([1, 'long']);
    localStorage.hasRoom = true;
    kept.keepText('e', 'more');
    leave();
    expect([...localStorage.texts.values()]).to.include.members(['long', 'more']);
  });
});
