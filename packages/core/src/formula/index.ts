// What other features and packages may use; every other file here is private to the folder.
export { evaluateFormula, toFormulaUnit } from './evaluateFormula.js';
export { evaluateRows, type NamedRows } from './evaluateRows.js';
export { unitFaultIn } from './formulaFault.js';
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
