const key = 'probe-trail-keeps-layouts';

/** Whether this device has laid out a map before: said at once, as the database would take a while to open. */
export const hasKeptLayouts = (): boolean => localStorage.getItem(key) !== null;

export const noteKeptLayouts = (): void => localStorage.setItem(key, 'yes');
