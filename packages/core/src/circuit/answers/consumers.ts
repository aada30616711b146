import type { Circuit, Component, ComponentKind } from '../document/circuit.js';
import { branchName, type Compiled } from '../network/compile.js';

/** What one sees, hears or reads whether it has its current. */
const parts: ReadonlyMap<ComponentKind, string> = new Map([
  ['lamp', ''],
  ['heater', ''],
  ['motor', ''],
  ['led', ''],
  ['unit', ''],
  ['coil', 'coil'],
  ['relay', 'coil'],
]);

/** The branch by which one sees whether a component works; `undefined`: it uses nothing. */
export function workingBranch({ id, kind }: Component): string | undefined {
  const part = parts.get(kind);
  return part === undefined ? undefined : branchName(id, part);
}

export const consumersOf = (circuit: Circuit): readonly Component[] =>
  circuit.components.filter(({ kind }) => parts.has(kind));

/** Of its usual power: with less a lamp that gets its current through others glows, a motor stands and a relay lets go. */
export const worksFrom = 0.5;

/** Less is no power with which anything works, W. */
export const leastWatts = 0.01;

/** What stands in a network. */
export interface Stands {
  readonly voltsOf: (node: number) => number;
  readonly ampsOf: (branch: number) => number;
}

/** What a branch takes, W. */
export function wattsOf({ network }: Compiled, branch: number, { voltsOf, ampsOf }: Stands): number {
  const { from = 0, to = 0 } = network.branches[branch] ?? {};
  return branch < 0 ? 0 : Math.abs((voltsOf(from) - voltsOf(to)) * ampsOf(branch));
}
