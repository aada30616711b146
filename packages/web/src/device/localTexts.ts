// The one place that asks the browser's text store: it may be forbidden, full, or have been written by an earlier version.

/** The text that the browser keeps under a key; `undefined` where it keeps none, or keeps nothing for this page. */
export function localText(key: string): string | undefined {
  try {
    return localStorage.getItem(key) ?? undefined;
  } catch {
    return undefined;
  }
}

/**
 * Keeps a text under a key; `undefined` takes it away.
 * @returns whether it is kept: the browser may have no room
 */
export function putLocalText(key: string, text: string | undefined): boolean {
  try {
    if (text === undefined) localStorage.removeItem(key);
    else localStorage.setItem(key, text);
    return true;
  } catch {
    return false;
  }
}

/** What a text holds as JSON; `undefined` where it holds none, or something of another shape. */
export function readKept<T>(text: string | undefined, isLike: (value: unknown) => value is T): T | undefined {
  if (text === undefined) return undefined;
  try {
    const value: unknown = JSON.parse(text);
    return isLike(value) ? value : undefined;
  } catch {
    return undefined;
  }
}
