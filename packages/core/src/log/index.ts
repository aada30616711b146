// What other features and packages may use; every other file here is private to the folder.
export { entryFields, type NewVoiding, reasonLength, sayWho, voidingFields, voidingSchema } from './entryFields.js';
export { photosIn } from './photosIn.js';
export { type Stamp, stamp, type Unstamped } from './stamp.js';
export { standingEntries, type Voiding, voidedEntries } from './voided.js';
