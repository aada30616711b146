import { quantityNames, type Unit } from '../units/index.js';
import { dimensionIn, dimensionOf, isAlike } from './dimension.js';
import { scaleFaultIn } from './evaluateFormula.js';
import type { Formula } from './parseFormula.js';

/**
 * What is wrong with the units of a formula whatever is read; completes “the formula …”.
 * @param unitFor the unit of a name; `undefined` where it is not known
 */
export function unitFaultIn(
  formula: Formula,
  wanted: Unit,
  unitFor: (name: string) => Unit | undefined,
): string | undefined {
  const dimension = dimensionIn(formula.expression, (name) => unitFor(name)?.base.quantity);
  if (!dimension.ok) return `does not hold: ${dimension.problem}`;
  const { quantity } = wanted.base;
  if (!isAlike(dimension.value, dimensionOf(quantity))) return `does not give ${quantityNames[quantity]}`;
  return scaleFaultIn(formula, wanted.symbol, unitFor);
}
