// What other features and packages may use; every other file here is private to the folder.
export { type Dimension, dimensionIn, dimensionOf, isAlike } from './dimension.js';
export { evaluateFormula } from './evaluateFormula.js';
export { formulaUnit, type KnownValue, knownIn, toFormulaUnit, type ValueFor } from './knownValue.js';
export {
  type Formula,
  type FormulaProblem,
  formulaFunctions,
  longestFormula,
  parseFormula,
  sayFormulaProblem,
} from './parseFormula.js';
