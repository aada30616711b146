import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { Window } from 'happy-dom';

// One for all tests of a process: modules that listen to the window when they are loaded listen to this one.
const window = new Window({ url: 'http://localhost/' });
// Without scripts of its own a page needs no more of a browser than this; what Node has too stays Node's.
const fromBrowser = [
  'document',
  'localStorage',
  'location',
  'navigator',
  'HTMLElement',
  'HTMLIFrameElement',
  'HTMLInputElement',
  'Node',
] as const;
const globals = {
  window,
  indexedDB,
  IDBKeyRange,
  IS_REACT_ACT_ENVIRONMENT: true,
  ...Object.fromEntries(fromBrowser.map((name) => [name, window[name]])),
};

type Hooks = Pick<typeof import('@testing-library/react'), 'renderHook' | 'act' | 'cleanup'>;

/**
 * Gives the tests of a suite a browser's window, with nothing kept in it, and takes it away again: other suites run in the same process.
 * @returns how hooks are run in it; there from the first test on
 */
export function inBrowser(): { readonly window: Window; readonly hooks: () => Hooks } {
  let hooks: Hooks | undefined;
  /** What Node itself has under these names. */
  const nodes = new Map<string, PropertyDescriptor | undefined>();
  before(async () => {
    for (const [name, value] of Object.entries(globals)) {
      nodes.set(name, Object.getOwnPropertyDescriptor(globalThis, name));
      Object.defineProperty(globalThis, name, { value, configurable: true, writable: true });
    }
    window.localStorage.clear();
    // React asks once whether there is a window.
    hooks = await import('@testing-library/react');
  });
  afterEach(() => hooks?.cleanup());
  after(() => {
    for (const [name, descriptor] of nodes)
      if (descriptor) Object.defineProperty(globalThis, name, descriptor);
      else Reflect.deleteProperty(globalThis, name);
  });
  return {
    window,
    hooks: () => {
      if (!hooks) throw new Error('hooks are run inside a test');
      return hooks;
    },
  };
}
