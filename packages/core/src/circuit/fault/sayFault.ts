import type { Circuit, ComponentKind, PointAt } from '../document/circuit.js';
import type { Fault } from './fault.js';

/** How parts of a component are called. */
const parts: Readonly<Record<string, string>> = {
  coil: 'coil of ',
  closes: 'contact of ',
  opens: 'resting contact of ',
  diode: 'diode of ',
  signal: 'signal of ',
  supply: 'supply of ',
  termination: 'end resistor of ',
};

/** What a branch is called: a wire with its ends, a pin with its connector, a part by its name. */
export function sayBranch({ wires, connectors, studs, components }: Circuit, name: string): string {
  const [id = name, part = ''] = name.split('/');
  const wire = wires.find((one) => one.id === name);
  if (wire)
    return `wire ${wire.id}, ${wire.from} to ${wire.to}, ${[wire.colour, wire.tracer].filter(Boolean).join('/')}`;
  const connector = connectors.find(({ id: of, pins }) => pins.some((pin) => `${of}.${pin}` === name));
  if (connector) return `pin ${name.slice(connector.id.length + 1)} of ${connector.id}, ${connector.name}`;
  const named = [...components, ...studs].find((one) => one.id === id);
  return `${parts[part] ?? ''}${named?.name || id}`;
}

const sayPoint = ({ point, side }: PointAt): string => (side === 'part' ? `${point} on the part` : point);

/** What is open while a part is: a wire is broken, a fuse is blown. */
const openWords: Partial<Record<ComponentKind, string>> = { fuse: 'is blown', lamp: 'is burnt out' };

/** A fault in words, such as “Fuse F23 is blown”. */
export function sayFault(circuit: Circuit, fault: Fault): string {
  switch (fault.kind) {
    case 'open': {
      const kind = circuit.components.find(({ id }) => id === fault.of)?.kind;
      return `${sayBranch(circuit, fault.of)}: ${(kind && openWords[kind]) ?? 'is open'}`;
    }
    case 'series':
      return `${sayBranch(circuit, fault.of)}: ${fault.ohms} Ω too much`;
    case 'worn':
      return `${sayBranch(circuit, fault.of)}: worn, lets ${fault.amps} A through at most`;
    case 'toGround':
      return `${sayPoint(fault.at)}: to ground with ${fault.ohms} Ω`;
    case 'toFeed':
      return `${sayPoint(fault.at)}: to feed with ${fault.ohms} Ω`;
    case 'between':
      return `${sayPoint(fault.at)} and ${sayPoint(fault.and)}: joined with ${fault.ohms} Ω`;
    case 'stuckClosed':
      return `${sayBranch(circuit, fault.of)}: stuck closed`;
    case 'wrongFuse':
      return `${sayBranch(circuit, fault.of)}: has ${fault.ratedAmps} A`;
    case 'drift':
      return `${sayBranch(circuit, fault.of)}: ${Math.round(100 * fault.share)} % of what it should be`;
    case 'weak':
      return `${sayBranch(circuit, fault.of)}: weak`;
    case 'dead':
      return `${sayBranch(circuit, fault.of)}: does not come on`;
  }
}
