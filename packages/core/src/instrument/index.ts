// What other features and packages may use; every other file here is private to the folder.
export {
  type AskedRange,
  accuracyOf,
  type InstrumentWarning,
  largestShown,
  sayInstrumentWarning,
  warningsOf,
} from './accuracyOf.js';
export { type InstrumentAddress, longestAddress, readAddress, scpiPort, standInAddress } from './address.js';
export { asUsed, type Instrument, type InstrumentRange, instrumentSchema } from './instrument.js';
export { type InstrumentFunction, instrumentFunctions, quantityOfFunction } from './instrumentFunctions.js';
export { type MeterSource, meterSourceSchema } from './meterSource.js';
