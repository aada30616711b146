import type { Circuit } from '../document/circuit.js';
import type { NoReading } from '../meter/measure.js';
import { compile, type Setting } from '../network/compile.js';
import { frameOf } from '../solver/frame.js';
import { operate } from '../solver/solveNetwork.js';
import { spiceNetlist } from './spiceNetlist.js';

/** A circuit in one state as a SPICE netlist, with its relays, units and fuses as they come to be, and what each node and ammeter is. */
export function circuitToSpice(circuit: Circuit, setting: Setting): string | NoReading {
  const { network, watcherIds, namesOfBranches, namesOfNodes } = compile(circuit, setting);
  const found = operate(network, frameOf(network));
  if ('kind' in found)
    return found.kind === 'chatters'
      ? { kind: 'chatters', ids: found.watchers.map((at) => watcherIds[at] ?? '') }
      : found;
  const [title = '', ...parts] = spiceNetlist({ title: circuit.name, ...network, ...found });
  const names = [
    ...namesOfNodes.map((name, at) => `* ${at === 0 ? '0' : `n${at}`} is ${name}`),
    ...namesOfBranches.map((name, at) => `* V${at} is the current of ${name}`),
  ];
  return [title, ...names, ...parts, `.options temp=${setting.celsius}`, '.op', '.end', ''].join('\n');
}
