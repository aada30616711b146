// What other features and packages may use; every other file here is private to the folder.
export {
  type AskedRange,
  accuracyOf,
  type InstrumentWarning,
  largestShown,
  sayInstrumentWarning,
  warningsOf,
} from './accuracyOf.js';
export { type Instrument, type InstrumentRange, instrumentSchema } from './instrument.js';
export { type InstrumentFunction, instrumentFunctions, quantityOfFunction } from './instrumentFunctions.js';
