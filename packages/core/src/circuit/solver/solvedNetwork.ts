import { LuDecomposition, Matrix } from 'ml-matrix';
import { type ActingLaw, type Branch, type Judged, type Law, lawAsJudged, type Network } from '../network/network.js';
import { chordSource } from './chordSource.js';
import { type Frame, frameOf, islandsOf } from './frame.js';
import { isCurved, type Line, lineOf } from './linearise.js';
import {
  keyOf,
  movePoints,
  type Operation,
  operate,
  operateAs,
  type Solution,
  settle,
  settled,
  type Unsettled,
} from './solveNetwork.js';
import { solveFactored } from './sparseLu.js';

/** A resistance, or a source with one, that is put between two nodes. */
export interface Bridge {
  readonly from: number;
  readonly to: number;
  readonly ohms: number;
  readonly volts: number;
}

/** What is different from a network that was solved: branches with other laws, and bridges. */
export interface Change {
  readonly laws: ReadonlyMap<number, Law>;
  readonly bridges: readonly Bridge[];
}

/** A solution with the current of each bridge, from its first node to its second. */
export type ChangedSolution =
  | (Extract<Solution, { readonly kind: 'settled' }> & { readonly bridgeAmps: readonly number[] })
  | Unsettled;

// A slope that has changed by less is corrected by and by instead of being solved for.
const chordShare = 0.02;
const mostSteps = 60;
// So many ways in which everything can be judged are kept factored.
const mostBases = 48;

/** What is kept of the network itself as it is with everything judged in one way. */
interface Base {
  readonly operation: Operation;
  /** What a volt more in the law of a branch does, and an amp more that leaves a node; by their rows. */
  readonly columns: Map<number, Float64Array>;
}

/**
 * A network that was solved once, and is solved again with a few changes as a change of low rank (Woodbury's identity): without factoring its
 * equations anew. Each way in which relays, limits and fuses can be judged is factored when it first comes up.
 */
export class SolvedNetwork {
  readonly network: Network;
  readonly frame: Frame;
  readonly solution: Solution;
  readonly #bases = new Map<string, Base>();

  /** @param frame kept for networks that differ in values only */
  constructor(network: Network, frame: Frame = frameOf(network)) {
    this.network = network;
    this.frame = frame;
    const last = operate(network, frame, (operation) => this.#keep(operation));
    this.solution = 'kind' in last ? last : settled(network, last.unknowns, last.judged);
  }

  #keep(operation: Operation): Base {
    const base = { operation, columns: new Map<number, Float64Array>() };
    this.#bases.set(keyOf(operation.judged), base);
    return base;
  }

  #baseFor(judged: Judged): Base | undefined {
    const base = this.#bases.get(keyOf(judged));
    if (base || this.#bases.size >= mostBases) return base;
    const operation = operateAs(this.network, this.frame, judged, undefined);
    return operation && this.#keep(operation);
  }

  /** The steady state with a change. It starts as every other one: with all relays released. */
  solveWith(change: Change): ChangedSolution {
    const { network } = this;
    const branches = network.branches.map((branch, at) => {
      const law = change.laws.get(at);
      return law ? { ...branch, law } : branch;
    });
    const changed = { ...network, branches };
    const last = settle(changed, (judged) => {
      const base = this.#baseFor(judged);
      return base && lowRank(changed, base, change, judged);
    });
    if ('kind' in last) return last.kind === 'chatters' ? last : this.#solveWhole(changed, change.bridges);
    return { ...settledOf(changed, last), bridgeAmps: last.bridgeAmps };
  }

  #solveWhole(changed: Network, bridges: readonly Bridge[]): ChangedSolution {
    const whole = { ...changed, branches: [...changed.branches, ...bridges.map(branchOfBridge)] };
    const last = operate(whole, bridges.length === 0 ? this.frame : frameOf(whole));
    if ('kind' in last) return last;
    const solution = settledOf(whole, last);
    const count = changed.branches.length;
    return { ...solution, amps: solution.amps.slice(0, count), bridgeAmps: [...solution.amps.slice(count)] };
  }
}

type Settled = Extract<Solution, { readonly kind: 'settled' }>;

const settledOf = (network: Network, { unknowns, judged }: { unknowns: Float64Array; judged: Judged }): Settled =>
  settled(network, unknowns, judged) as Settled;

const branchOfBridge = ({ from, to, ohms, volts }: Bridge): Branch => ({
  from,
  to,
  law: { kind: 'linear', ohms, volts },
});

interface Changed {
  readonly judged: Judged;
  readonly unknowns: Float64Array;
  readonly bridgeAmps: readonly number[];
}

/** An entry of a row: which unknown, and its factor. */
type Entry = readonly [unknown: number, factor: number];

/** A row that is added to the equations, or the change of one that is in them: what it does, and what it asks for. */
interface Extra {
  /** What one more of it does to all unknowns. */
  readonly column: Float64Array;
  readonly entries: readonly Entry[];
  /** Factor of itself. */
  readonly own: number;
  readonly right: number;
}

/** @returns `undefined` where it cannot be solved in this way: parts of it come together or fall apart in more than one place */
function lowRank(network: Network, base: Base, change: Change, judged: Judged): Changed | undefined {
  const { operation } = base;
  const laws = network.branches.map(({ law }, at) => lawAsJudged(law, judged.branches[at] ?? 0, judged));
  const fixes = fixesOf(network, operation, laws, change);
  if (!fixes) return undefined;
  const curved = laws.flatMap((law, at) => (isCurved(law) && !change.laws.has(at) ? [at] : []));
  const fixed = fixes.bridges.map((bridge) => extraOfBridge(base, bridge));
  let points = operation.points;
  for (let step = 0; step < mostSteps; step += 1) {
    const extras = [
      ...fixed,
      ...[...change.laws.keys()].map((at) => extraOfBranch(network, base, at, laws, points)),
      ...curved.map((at) => extraOfCurve(network, base, at, laws, points)),
    ];
    const shares = solveExtras(extras, operation.unknowns);
    if (!shares) return undefined;
    const unknown = (at: number) => sumAt(operation.unknowns, extras, shares, at);
    const moved = movePoints(network.branches, laws, points, unknown, network.nodeCount);
    if (moved) points = moved;
    else {
      const unknowns = operation.unknowns.map((_, at) => unknown(at));
      return { judged, ...fixes.end(unknowns, shares.slice(0, change.bridges.length)) };
    }
  }
  return undefined;
}

interface Fixes {
  /** Those that carry a current, and ties of what has come apart. */
  readonly bridges: readonly Bridge[];
  end(unknowns: Float64Array, shares: readonly number[]): Omit<Changed, 'judged'>;
}

/** How bridges are put in, and what falls apart by open branches is tied. */
function fixesOf(
  network: Network,
  operation: Operation,
  laws: readonly ActingLaw[],
  change: Change,
): Fixes | undefined {
  const islands = islandsOf(network.nodeCount, network.branches, laws);
  const tied = new Map<number, number>();
  for (let node = 0; node < network.nodeCount; node += 1)
    if (operation.ties[node]) tied.set(islands.of(node), (tied.get(islands.of(node)) ?? 0) + 1);
  if ([...tied.values()].some((count) => count > 1)) return undefined;
  const ties: Bridge[] = [];
  for (let node = 0; node < network.nodeCount; node += 1)
    if (islands.of(node) === node && !tied.has(node)) ties.push({ from: node, to: 0, ohms: 0, volts: 0 });
  const [first] = change.bridges;
  const isApart = change.bridges.some(({ from, to }) => islands.of(from) !== islands.of(to));
  if (!isApart)
    return { bridges: [...change.bridges, ...ties], end: (unknowns, bridgeAmps) => ({ unknowns, bridgeAmps }) };
  if (change.bridges.length > 1 || !first) return undefined;
  // Between two parts that nothing else joins there is no current: they only come to one potential.
  const end = (unknowns: Float64Array) => {
    const [base, other] = [islands.of(first.from), islands.of(first.to)];
    const [moves, sign] = other === islands.of(0) ? [base, -1] : [other, 1];
    const by = sign * ((unknowns[first.from] ?? 0) - (unknowns[first.to] ?? 0) - first.volts);
    const shifted = unknowns.map((one, at) => (at < network.nodeCount && islands.of(at) === moves ? one + by : one));
    return { unknowns: shifted, bridgeAmps: [0] };
  };
  return { bridges: ties, end };
}

/** What an amp more that goes into a node does, or a unit more on the right of a row. Nothing where the node is tied: its row is another. */
function columnOf({ operation, columns }: Base, row: number): Float64Array {
  const known = columns.get(row);
  if (known) return known;
  const { size } = operation.factors.elimination.pattern;
  const right = new Float64Array(size);
  if (!operation.ties[row]) right[row] = 1;
  const column = solveFactored(operation.factors, right);
  columns.set(row, column);
  return column;
}

function extraOfBridge(base: Base, { from, to, ohms, volts }: Bridge): Extra {
  const [out, into] = [columnOf(base, from), columnOf(base, to)];
  return {
    column: into.map((value, at) => value - (out[at] ?? 0)),
    entries: [
      [from, 1],
      [to, -1],
    ],
    own: -ohms,
    right: volts,
  };
}

function entriesOf({ from, to }: Branch, law: ActingLaw, line: Line, own: number): readonly Entry[] {
  const { conductance, resistance } = line;
  const plain = [
    [from, conductance],
    [to, -conductance],
    [own, -resistance],
  ] as const;
  if (law.kind !== 'ratio') return plain;
  return [...plain, [law.of[0], -law.share * conductance], [law.of[1], law.share * conductance]];
}

const negative = (entries: readonly Entry[]): readonly Entry[] => entries.map(([at, factor]) => [at, -factor]);

/** The row of a branch with another law in the place of its own. */
function extraOfBranch(
  { branches, nodeCount }: Network,
  base: Base,
  at: number,
  laws: readonly ActingLaw[],
  points: Float64Array,
): Extra {
  const { operation } = base;
  const [branch, law, lawBefore, before] = [branches[at], laws[at], operation.laws[at], operation.lines[at]];
  if (!branch || !law || !lawBefore || !before) throw new Error(`there is no branch ${at}`);
  const line = lineOf(law, points[at] ?? 0, 1);
  const own = nodeCount + at;
  return {
    column: columnOf(base, own),
    entries: [...entriesOf(branch, law, line, own), ...negative(entriesOf(branch, lawBefore, before, own))],
    own: 1,
    right: line.source - before.source,
  };
}

/** The same curve at another point: on its own line, or where its slope has hardly changed, on the one that was. */
function extraOfCurve(
  network: Network,
  base: Base,
  at: number,
  laws: readonly ActingLaw[],
  points: Float64Array,
): Extra {
  const [law, before] = [laws[at], base.operation.lines[at]];
  if (!law || !before) throw new Error(`there is no branch ${at}`);
  const line = lineOf(law, points[at] ?? 0, 1);
  const slope = line.conductance / line.resistance;
  const slopeBefore = before.conductance / before.resistance;
  if (Math.abs(slope - slopeBefore) > chordShare * slopeBefore) return extraOfBranch(network, base, at, laws, points);
  const right = chordSource(law, points[at] ?? 0, before) - before.source;
  return { column: columnOf(base, network.nodeCount + at), entries: [], own: 1, right };
}

/** How much of each extra there is. @returns `undefined` where nothing fits all */
function solveExtras(extras: readonly Extra[], unknowns: Float64Array): readonly number[] | undefined {
  const asked = extras.flatMap((extra, at) => (extra.entries.length > 0 ? [at] : []));
  const shares = extras.map(({ right, own }) => right / own);
  if (asked.length === 0) return shares;
  // What is on a line of before is known; the others are solved for.
  const known = extras.map((extra, at) => (extra.entries.length > 0 ? 0 : (shares[at] ?? 0)));
  const rights = asked.map((at) => {
    const extra = extras[at] as Extra;
    return (
      extra.right - extra.entries.reduce((sum, [of, factor]) => sum + factor * sumAt(unknowns, extras, known, of), 0)
    );
  });
  const rows = asked.map((row) => {
    const { entries, own } = extras[row] as Extra;
    return asked.map((column) => {
      const values = (extras[column] as Extra).column;
      const sum = entries.reduce((total, [of, factor]) => total + factor * (values[of] ?? 0), 0);
      return row === column ? sum + own : sum;
    });
  });
  const solved = solveDense(rows, rights);
  if (!solved) return undefined;
  for (const [place, at] of asked.entries()) known[at] = solved[place] ?? 0;
  return known;
}

function solveDense(rows: readonly (readonly number[])[], right: readonly number[]): readonly number[] | undefined {
  if (rows.length === 1) {
    const pivot = rows[0]?.[0] ?? 0;
    return pivot === 0 ? undefined : [(right[0] ?? 0) / pivot];
  }
  const factors = new LuDecomposition(new Matrix(rows.map((row) => [...row])));
  return factors.isSingular() ? undefined : factors.solve(Matrix.columnVector([...right])).to1DArray();
}

function sumAt(unknowns: Float64Array, extras: readonly Extra[], shares: readonly number[], at: number): number {
  let sum = unknowns[at] ?? 0;
  for (let of = 0; of < extras.length; of += 1) sum += (shares[of] ?? 0) * (extras[of]?.column[at] ?? 0);
  return sum;
}
