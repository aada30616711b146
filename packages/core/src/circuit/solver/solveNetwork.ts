import { type ActingLaw, type Judged, lawAsJudged, type Network } from '../network/network.js';
import { nextPoint } from './curve.js';
import { type Frame, factorsOf, frameOf, setLine, tiesOf, valuesOf } from './frame.js';
import { type Judging, judge, judgedBranches, nothingJudged } from './judge.js';
import { isCurved, type Line, lineOf } from './linearise.js';
import { type Factors, refined, solveFactored } from './sparseLu.js';

/** What stands in a network in the steady state. */
export type Solution =
  | {
      readonly kind: 'settled';
      /** Of each node against the reference, V. */
      readonly volts: Float64Array;
      /** Of each branch, from its first node to its second, A. */
      readonly amps: Float64Array;
      readonly voltsOf: (node: number) => number;
      readonly ampsOf: (branch: number) => number;
      readonly judged: Judged;
    }
  | Unsettled;

export type Unsettled =
  /** These watchers go on and off without end. */
  | { readonly kind: 'chatters'; readonly watchers: readonly number[] }
  /** No voltages were found that fit everywhere. */
  | { readonly kind: 'doesNotSettle' };

/** The steady state with what was judged held as it is. */
export interface Operation {
  readonly judged: Judged;
  readonly laws: readonly ActingLaw[];
  readonly lines: readonly Line[];
  readonly ties: Uint8Array;
  readonly factors: Factors;
  /** Of each branch the point on its curve. */
  readonly points: Float64Array;
  /** Voltages of the nodes, then currents of the branches. */
  readonly unknowns: Float64Array;
}

// A circuit in which so many rounds change nothing for good does not settle.
const mostRounds = 200;

/**
 * Solves a network: everything is judged together after each solution until nothing changes; then a fuse that carries too much blows, the
 * one with the most first, and it begins anew.
 * @param frame kept for networks that differ in values only
 */
export function solveNetwork(network: Network, frame: Frame = frameOf(network)): Solution {
  const last = operate(network, frame);
  return 'kind' in last ? last : settled(network, last.unknowns, last.judged);
}

export const settled = ({ nodeCount }: Network, unknowns: Float64Array, judged: Judged): Settled => ({
  kind: 'settled',
  volts: unknowns.slice(0, nodeCount),
  amps: unknowns.slice(nodeCount),
  voltsOf: (node) => unknowns[node] ?? 0,
  ampsOf: (branch) => unknowns[nodeCount + branch] ?? 0,
  judged,
});

export type Settled = Extract<Solution, { readonly kind: 'settled' }>;

/**
 * The last of the operations through which a network goes until nothing changes any more.
 * @param onOperation is told of each
 */
export function operate(
  network: Network,
  frame: Frame,
  onOperation?: (operation: Operation) => void,
): Operation | Unsettled {
  const branches = judgedBranches(network.branches.map(({ law }) => law));
  let points: Float64Array | undefined;
  return settle(network, (judged) => {
    const operation = operateAs(network, frame, judged, points);
    if (!operation) return undefined;
    points = operation.points;
    onOperation?.(operation);
    return { found: operation, judging: { network, branches, unknown: (at) => operation.unknowns[at] ?? 0 } };
  });
}

/** What was found with all as it was judged, and what it is judged by anew. */
export interface Round<Found> {
  readonly found: Found;
  readonly judging: Judging;
}

/** @param solve the solution with all as it was judged; `undefined`: there is none */
export function settle<Found>(
  network: Network,
  solve: (judged: Judged) => Round<Found> | undefined,
): Found | Unsettled {
  let judged = nothingJudged(network);
  const seen = new Map<string, Judged>();
  for (let round = 0; round < mostRounds; round += 1) {
    const solved = solve(judged);
    if (!solved) return { kind: 'doesNotSettle' };
    const next = judge(solved.judging, judged);
    if (!next) return solved.found;
    const key = keyOf(next);
    if (seen.has(key)) return chatter(seen, key, next);
    seen.set(key, next);
    judged = next;
  }
  return { kind: 'doesNotSettle' };
}

/** The same for all that is judged alike. */
export function keyOf({ watchers, modes }: Judged): string {
  let key = '';
  for (const isOn of watchers) key += isOn ? '1' : '0';
  for (const at of [...modes.keys()].sort((a, b) => a - b)) key += ` ${at}:${modes.get(at)}`;
  return key;
}

/** What changes from the first time that all was so to now. */
function chatter(seen: ReadonlyMap<string, Judged>, key: string, now: Judged): Unsettled {
  const since = [...seen.keys()].indexOf(key);
  const round = [...seen.values()].slice(since);
  const watchers = now.watchers.flatMap((_, at) =>
    round.some((one) => one.watchers[at] !== now.watchers[at]) ? [at] : [],
  );
  return watchers.length > 0 ? { kind: 'chatters', watchers } : { kind: 'doesNotSettle' };
}

// So many of Newton's steps bring every curve to its point, or it is tried with smaller sources first.
const mostSteps = 80;
const sourceShares = [0.1, 0.3, 0.6, 1] as const;

/**
 * A network with everything as it was judged.
 * @param start points on the curves from which it is sought
 * @returns `undefined` where no voltages are found that fit
 */
export function operateAs(
  network: Network,
  frame: Frame,
  judged: Judged,
  start: Float64Array | undefined,
): Operation | undefined {
  const laws = network.branches.map(({ law }, at) => lawAsJudged(law, at, judged));
  const ties = tiesOf(network, laws);
  const curved = laws.flatMap((law, at) => (isCurved(law) ? [at] : []));
  const work = { network, frame, judged, laws, ties, curved };
  const zero = () => new Float64Array(network.branches.length);
  const found = newton(work, start ?? zero(), 1);
  if (found) return found;
  let [points, last]: [Float64Array, Operation | undefined] = [zero(), undefined];
  for (const share of sourceShares) {
    last = newton(work, points, share);
    if (!last) return undefined;
    points = last.points;
  }
  return last;
}

interface Work {
  readonly network: Network;
  readonly frame: Frame;
  readonly judged: Judged;
  readonly laws: readonly ActingLaw[];
  readonly ties: Uint8Array;
  readonly curved: readonly number[];
}

function newton(work: Work, start: Float64Array, sourceShare: number): Operation | undefined {
  const { network, frame, judged, laws, ties, curved } = work;
  const lines = laws.map((law, at) => lineOf(law, start[at] ?? 0, sourceShare));
  const values = valuesOf(frame, network.branches, laws, lines, ties);
  let points = start;
  for (let step = 0; step < mostSteps; step += 1) {
    const factors = factorsOf(frame, values);
    if (!factors) return undefined;
    const right = rightSide(frame, lines);
    const unknowns = solveFactored(factors, right);
    const moved = movePoints(work, lines, points, unknowns);
    if (!moved)
      return { judged, laws, lines, ties, factors, points, unknowns: refined(factors, values, right, unknowns) };
    points = moved;
    for (const at of curved) {
      const law = laws[at];
      if (!law) continue;
      const line = lineOf(law, points[at] ?? 0, sourceShare);
      lines[at] = line;
      setLine(frame, values, at, line);
    }
  }
  return undefined;
}

function rightSide({ nodeCount, branchCount }: Frame, lines: readonly Line[]): Float64Array {
  const right = new Float64Array(nodeCount + branchCount);
  for (let at = 0; at < lines.length; at += 1) right[nodeCount + at] = lines[at]?.source ?? 0;
  return right;
}

/** The next points on all curves. @returns `undefined` where all stand still */
function movePoints(
  { network, laws, curved }: Work,
  lines: readonly Line[],
  points: Float64Array,
  unknowns: Float64Array,
): Float64Array | undefined {
  let next: Float64Array | undefined;
  for (const at of curved) {
    const [law, branch, line] = [laws[at], network.branches[at], lines[at]];
    if (!law || !branch || !line) continue;
    const volts = (unknowns[branch.from] ?? 0) - (unknowns[branch.to] ?? 0);
    const before = points[at] ?? 0;
    const wanted = nextPoint(law, before, volts, unknowns[network.nodeCount + at] ?? 0, line);
    if (wanted === before) continue;
    next ??= points.slice();
    next[at] = wanted;
  }
  return next;
}
