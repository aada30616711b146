import { mostFuseAmps } from '../check/checkWays.js';
import type { Circuit, PointAt } from '../document/circuit.js';
import type { NoReading } from '../meter/measure.js';
import { type Compiled, compile, plainSetting } from '../network/compile.js';
import type { CircuitState } from '../network/state.js';
import { type ChangedSolution, SolvedNetwork } from '../solver/solvedNetwork.js';
import { consumersOf, leastWatts, wattsOf, workingBranch, worksFrom } from './consumers.js';

/** What a jumper between two points would do. */
export interface BridgeReport {
  readonly amps: number;
  /** Consumers that come on, and that go off. */
  readonly wakes: readonly string[];
  readonly puts: readonly string[];
  /** Fuses that blow. */
  readonly blows: readonly string[];
  /** Wires that carry more than a fuse for them would let through. */
  readonly overloads: readonly string[];
  /** Drivers and supplies that come to their limit, or into which a current is pushed. */
  readonly strains: readonly string[];
  /** The fuse to put into the jumper, A; `undefined`: with any that is sold more would flow than the thinnest wire bears. */
  readonly fuseAmps: number | undefined;
}

/** A jumper lead with its clips, Ω. */
const jumperOhms = 0.01;
const soldFuses = [1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 40] as const;
/** A fuse carries so much of what is written on it for good. */
const holdsShare = 0.8;

/** Is a bridge between two points safe? The circuit with it is held against the circuit without it. */
export function bridgeReport(
  circuit: Circuit,
  state: CircuitState,
  one: PointAt,
  other: PointAt,
): BridgeReport | NoReading {
  const compiled = compile(circuit, { ...plainSetting, state });
  const [from, to] = [compiled.nodeOf(one), compiled.nodeOf(other)];
  if (from === undefined || to === undefined)
    return { kind: 'notKnown', place: (from === undefined ? one : other).point };
  const solved = new SolvedNetwork(compiled.network);
  const before = solved.solution;
  if (before.kind !== 'settled') return sayUnsettled(compiled, before);
  const after = solved.solveWith({
    laws: new Map(),
    bridges: from === to ? [] : [{ from, to, ohms: jumperOhms, volts: 0 }],
  });
  if (after.kind !== 'settled') return sayUnsettled(compiled, after);
  const amps = Math.abs(after.bridgeAmps[0] ?? 0);
  const { wakes, puts } = woken(circuit, compiled, before, after);
  const isChanged = (at: number) => Math.abs(after.ampsOf(at) - before.ampsOf(at)) > 1e-3;
  const overloads = circuit.wires.filter(({ id, mm2 }) => {
    const at = compiled.branchOf.get(id) ?? -1;
    return isChanged(at) && Math.abs(after.ampsOf(at)) > mostFuseAmps(mm2);
  });
  return {
    ...{ amps, wakes, puts, overloads: overloads.map(({ id }) => id) },
    blows: namesWhere(
      compiled,
      (at) => after.judged.modes.get(at) === 'blown' && before.judged.modes.get(at) !== 'blown',
    ),
    strains: strained(circuit, compiled, before, after),
    fuseAmps: soldFuses.find((fuse) => fuse * holdsShare >= amps),
  };
}

type Settled = Extract<ChangedSolution, { readonly kind: 'settled' }>;
type Plain = Pick<Settled, 'voltsOf' | 'ampsOf' | 'judged'>;

const sayUnsettled = (compiled: Compiled, found: Exclude<ChangedSolution, Settled>): NoReading =>
  found.kind === 'chatters'
    ? { kind: 'chatters', ids: found.watchers.map((at) => compiled.watcherIds[at] ?? '') }
    : found;

const namesWhere = ({ namesOfBranches }: Compiled, is: (at: number) => boolean): readonly string[] =>
  namesOfBranches.filter((_, at) => is(at));

function woken(circuit: Circuit, compiled: Compiled, before: Plain, after: Plain) {
  const [wakes, puts]: [string[], string[]] = [[], []];
  for (const component of consumersOf(circuit)) {
    const at = compiled.branchOf.get(workingBranch(component) ?? '') ?? -1;
    const [was, is] = [wattsOf(compiled, at, before), wattsOf(compiled, at, after)];
    if (is > leastWatts && was < worksFrom * is) wakes.push(component.id);
    else if (was > leastWatts && is < worksFrom * was) puts.push(component.id);
  }
  return { wakes, puts };
}

/** What gives a voltage and takes one in now, or comes to its limit. */
function strained(
  circuit: Circuit,
  { branchOf, namesOfBranches }: Compiled,
  before: Plain,
  after: Plain,
): readonly string[] {
  const limited = [...after.judged.modes]
    .filter(([at, mode]) => mode !== 'blown' && before.judged.modes.get(at) !== mode)
    .map(([at]) => (namesOfBranches[at] ?? '').split('/')[0] ?? '');
  const pushed = circuit.components.flatMap(({ kind, id }) => {
    const at = branchOf.get(id) ?? -1;
    // Out of these a current comes, which is counted as negative.
    const gives = kind === 'sensorSupply' || kind === 'pullUp';
    return gives && before.ampsOf(at) <= 1e-6 && after.ampsOf(at) > 1e-6 ? [id] : [];
  });
  return [...new Set([...limited, ...pushed])];
}
