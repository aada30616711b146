import type { Circuit } from '../document/circuit.js';
import { checkNames } from './checkNames.js';
import { checkValues } from './checkValues.js';
import { checkWays } from './checkWays.js';
import type { CircuitFinding } from './finding.js';

/** Checks a circuit whose form is right. Ways are only followed where all names are known. */
export function checkCircuit(circuit: Circuit): readonly CircuitFinding[] {
  const found = [...checkNames(circuit), ...checkValues(circuit)];
  return found.some(({ severity }) => severity === 'error') ? found : [...found, ...checkWays(circuit)];
}
