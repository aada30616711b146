// What other features and packages may use; every other file here is private to the folder.
export {
  type HeldCheck,
  holdPhysicalCheck,
  type PhysicalCheck,
  physicalCheckSchema,
  sayPhysicalCheck,
  type ToldValue,
} from './physicalCheck.js';
