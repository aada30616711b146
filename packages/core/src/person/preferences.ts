import type { Preferences } from './person.js';

export const defaultPreferences: Preferences = { units: 'metric', theme: 'auto', textSize: 'normal' };
