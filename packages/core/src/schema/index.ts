// What other features and packages may use; every other file here is private to the folder.
export {
  type Checked,
  casesOfUnion,
  closedObject,
  draftText,
  idOrNull,
  idText,
  photoIdText,
  unionByKind,
} from './closedObject.js';
export { type JsonSchema, toJsonSchema } from './toJsonSchema.js';
export { type SchemaFault, sayFaults, validate } from './validate.js';
