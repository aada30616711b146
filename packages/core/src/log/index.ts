// What other features and packages may use; every other file here is private to the folder.
export { entryFields, type NewVoiding, sayWho, voidingFields, voidingSchema } from './entryFields.js';
export { standingEntries, type Voiding, voidedEntries } from './voided.js';
