import { expect } from 'chai';
import { inBrowser } from '../testing/browser';

describe('state that outlives a reload', () => {
  const { window, hooks } = inBrowser();
  const isText = (value: unknown): value is string => typeof value === 'string';

  const kept = async (name: string, initial: string) => {
    const { useKeptState } = await import('./keptState');
    const { result, unmount } = hooks().renderHook(() => useKeptState(name, initial, isText));
    const set = (next: string | ((last: string) => string)) => hooks().act(() => result.current[1](next));
    return { value: () => result.current[0], set, forget: () => result.current[2](), unmount };
  };
  const leave = () => window.dispatchEvent(new window.Event('pagehide'));

  it('is there again for whoever asks by the same name, before and after the page goes', async () => {
    const first = await kept('reading', '');
    first.set('12,4');
    first.unmount();
    expect((await kept('reading', '')).value()).to.equal('12,4');
    leave();
    expect(window.localStorage.getItem('probe-trail-kept-reading')).to.equal('"12,4"');
    expect((await kept('another', '')).value()).to.equal('');
  });

  it('loses none of two changes within one frame', async () => {
    const { value, set } = await kept('twice', '');
    set('1');
    hooks().act(() => {
      set((last) => `${last}2`);
      set((last) => `${last}3`);
    });
    expect(value()).to.equal('123');
  });

  it('keeps nothing where it is as it began, or was forgotten', async () => {
    const { set, forget } = await kept('begun', 'as it began');
    set('other');
    set('as it began');
    leave();
    expect(window.localStorage.getItem('probe-trail-kept-begun')).to.equal(null);
    set('other');
    forget();
    leave();
    expect(window.localStorage.getItem('probe-trail-kept-begun')).to.equal(null);
  });

  it('passes over what an earlier version kept in another shape', async () => {
    window.localStorage.setItem('probe-trail-kept-old', '{"text":"12"}');
    expect((await kept('old', 'new')).value()).to.equal('new');
    window.localStorage.setItem('probe-trail-kept-broken', '{');
    expect((await kept('broken', 'new')).value()).to.equal('new');
  });
});
