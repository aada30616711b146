// What other features and packages may use; every other file here is private to the folder.
export { baseUnits, prefixExponents, type Quantity, quantityNames } from './baseUnits.js';
export {
  type ConversionProblem,
  canBeNegative,
  convert,
  convertStep,
  type Datum,
  differenceUnit,
  findUnit,
  findUnitOf,
  isMilliOrMega,
  leastIn,
  shiftDecimal,
  toPrefix,
  type Unit,
  unitOf,
  withDatum,
  withPrefix,
} from './unit.js';
