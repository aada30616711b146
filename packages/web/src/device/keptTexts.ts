import { localText, putLocalText } from './localTexts';

const prefix = 'probe-trail-kept-';
// The browser's store is slow, and what was typed must be shown first.
const keepAfterMs = 150;

/** What is still to be written; `undefined` for what is to be forgotten. */
const unwritten = new Map<string, string | undefined>();
let timer: ReturnType<typeof setTimeout> | undefined;
let sayFull = (): void => undefined;

/** The text that this browser keeps under a name. */
export const keptText = (name: string): string | undefined =>
  unwritten.has(name) ? unwritten.get(name) : localText(prefix + name);

/** Keeps a text under a name, a moment later; it outlives the page. `undefined` forgets it. */
export function keepText(name: string, text: string | undefined): void {
  unwritten.set(name, text);
  timer ??= setTimeout(write, keepAfterMs);
}

/** What is to happen when the browser has no room for a text. */
export function whenFull(say: () => void): void {
  sayFull = say;
}

function write(): void {
  clearTimeout(timer);
  timer = undefined;
  for (const [name, text] of unwritten) {
    if (putLocalText(prefix + name, text)) unwritten.delete(name);
    // It stays here, and is tried again with the next one.
    else sayFull();
  }
}

window.addEventListener('pagehide', write);
// A tablet that puts a page away may never come back to it.
document.addEventListener('visibilitychange', write);
