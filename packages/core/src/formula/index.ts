// What other features and packages may use; every other file here is private to the folder.
export { type Dimension, dimensionIn, dimensionOf, isAlike } from './dimension.js';
export { evaluateFormula, scaleFaultIn, toFormulaUnit } from './evaluateFormula.js';
export { formulaUnit, type KnownValue, knownIn, type ValueFor } from './knownValue.js';
export {
  type Formula,
  type FormulaProblem,
  formulaFunctions,
  isFormulaName,
  longestFormula,
  parseFormula,
  sayFormulaProblem,
} from './parseFormula.js';
