import type { Circuit } from '../document/circuit.js';
import type { Compiled } from '../network/compile.js';
import type { Poles } from './changeOf.js';

/** The ends of the first battery: shorts to feed and to ground go there. */
export function poles(circuit: Circuit, compiled: Compiled): Poles {
  const battery = circuit.components.find(({ kind }) => kind === 'battery');
  const feed = battery?.kind === 'battery' ? compiled.nodeOf({ point: battery.at.plus, side: 'part' }) : undefined;
  return { feed: feed ?? 0, ground: 0 };
}
