import type { Circuit } from '../document/circuit.js';
import { checkNames } from './checkNames.js';
import { checkValues } from './checkValues.js';
import { checkWays } from './checkWays.js';

/** Something that is wrong with a circuit, or looks so. */
export interface CircuitFinding {
  /** With an error it cannot be computed. */
  readonly severity: 'error' | 'warning';
  /** The id of what it is about. */
  readonly at: string;
  /** A sentence that names the place. */
  readonly text: string;
}

/** Checks a circuit whose form is right. Ways are only followed where all names are known. */
export function checkCircuit(circuit: Circuit): readonly CircuitFinding[] {
  const found = [...checkNames(circuit), ...checkValues(circuit)];
  return found.some(({ severity }) => severity === 'error') ? found : [...found, ...checkWays(circuit)];
}
