import { localText, putLocalText } from '../../device/localTexts';

const key = 'probe-trail-keeps-layouts';

/** Whether this device has laid out a map before: said at once, as the database would take a while to open. */
export const hasKeptLayouts = (): boolean => localText(key) !== undefined;

export const noteKeptLayouts = (): boolean => putLocalText(key, 'yes');
