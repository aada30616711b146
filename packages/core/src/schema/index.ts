// What other features and packages may use; every other file here is private to the folder.
export { dayText, largestNumber, latestTimeMs, timeMs, versionNumber, wholeNumber } from './bounds.js';
export { type Bounds, boundsOf, type NumberBounds } from './boundsOf.js';
export {
  type Checked,
  casesOfUnion,
  closedObject,
  type DeepReadonly,
  draftText,
  idLength,
  idOrNull,
  idText,
  isId,
  keyOnLine,
  nameOfThing,
  ownName,
  photoIdText,
  unionByKind,
} from './closedObject.js';
export { type Lengths, lengthsOf, lengthsOfCase } from './lengthsOf.js';
export { type JsonSchema, toJsonSchema } from './toJsonSchema.js';
export { type SchemaFault, sayFaults, validate } from './validate.js';
export {
  type DataBounds,
  documentBounds,
  findIllFormed,
  type IllFormed,
  sayIllFormed,
  wellFormedData,
  wellFormedText,
} from './wellFormed.js';
export { wholeJsonSchema } from './wholeJsonSchema.js';
