const key = 'probe-trail-person';

/** Id of whoever works at this device; kept by the browser, as there are no accounts yet. */
export const readPersonId = (): string | null => localStorage.getItem(key);
export const keepPersonId = (id: string): void => localStorage.setItem(key, id);
