import { type ActingLaw, type Branch, type Judged, lawAsJudged, type Network } from '../network/network.js';
import { diodeAt, nextJunctionVolts } from './diode.js';
import { type Frame, factorsOf, frameOf, tiesOf, valuesOf } from './frame.js';
import { judge, nothingJudged } from './judge.js';
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
  if ('kind' in last) return last;
  return settled(network, last.unknowns, last.judged);
}

export const settled = ({ nodeCount }: Network, unknowns: Float64Array, judged: Judged): Solution => ({
  kind: 'settled',
  volts: unknowns.slice(0, nodeCount),
  amps: unknowns.slice(nodeCount),
  judged,
});

/**
 * The last of the operations through which a network goes until nothing changes any more.
 * @param onOperation is told of each
 */
export function operate(
  network: Network,
  frame: Frame,
  onOperation?: (operation: Operation) => void,
): Operation | Unsettled {
  let points: Float64Array | undefined;
  return settle(network, (judged) => {
    const operation = operateAs(network, frame, judged, points);
    points = operation?.points;
    if (operation) onOperation?.(operation);
    return operation;
  });
}

/** What a round of judging needs to know. */
interface Round {
  readonly judged: Judged;
  readonly unknowns: Float64Array;
}

/** @param solve the solution with all as it was judged; `undefined`: there is none */
export function settle<One extends Round>(
  network: Network,
  solve: (judged: Judged) => One | undefined,
): One | Unsettled {
  let judged = nothingJudged(network);
  const seen = new Map<string, Judged>();
  for (let round = 0; round < mostRounds; round += 1) {
    const operation = solve(judged);
    if (!operation) return { kind: 'doesNotSettle' };
    const next = judge(network, operation.unknowns, judged);
    if (!next) return operation;
    const key = keyOf(next);
    if (seen.has(key)) return chatter(seen, key, next);
    seen.set(key, next);
    judged = next;
  }
  return { kind: 'doesNotSettle' };
}

export const keyOf = ({ watchers, branches }: Judged): string =>
  `${watchers.map(Number).join('')} ${branches.flatMap((mode, at) => (mode === 0 ? [] : [`${at}:${mode}`])).join(' ')}`;

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
// A point that moves by less stands; so does one that changes the current by less, as where a diode blocks.
const [stillVolts, stillShare, stillAmps] = [1e-12, 1e-10, 1e-14];

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
  const laws = network.branches.map(({ law }, at) => lawAsJudged(law, judged.branches[at] ?? 0, judged));
  const ties = tiesOf(network, laws);
  const work = { network, frame, judged, laws, ties };
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
}

function newton(work: Work, start: Float64Array, sourceShare: number): Operation | undefined {
  const { network, frame, laws, ties } = work;
  let points = start;
  for (let step = 0; step < mostSteps; step += 1) {
    const lines = laws.map((law, at) => lineOf(law, points[at] ?? 0, sourceShare));
    const values = valuesOf(frame, network.branches, laws, lines, ties);
    const factors = factorsOf(frame, values);
    if (!factors) return undefined;
    const right = rightSide(frame, lines);
    const unknowns = refined(factors, values, right, solveFactored(factors, right));
    const moved = movePoints(network.branches, laws, points, (at) => unknowns[at] ?? 0, network.nodeCount);
    if (!moved) return { ...work, lines, factors, points, unknowns };
    points = moved;
  }
  return undefined;
}

function rightSide({ nodeCount, branchCount }: Frame, lines: readonly Line[]): Float64Array {
  const right = new Float64Array(nodeCount + branchCount);
  for (const [at, { source }] of lines.entries()) right[nodeCount + at] = source;
  return right;
}

/** The next points on all curves. @returns `undefined` where all stand still */
export function movePoints(
  branches: readonly Branch[],
  laws: readonly ActingLaw[],
  points: Float64Array,
  unknown: (at: number) => number,
  nodeCount: number,
): Float64Array | undefined {
  let next: Float64Array | undefined;
  for (const [at, law] of laws.entries()) {
    if (!isCurved(law)) continue;
    const branch = branches[at];
    const volts = unknown(branch?.from ?? 0) - unknown(branch?.to ?? 0);
    const before = points[at] ?? 0;
    const wanted = law.kind === 'diode' ? volts - law.ohms * unknown(nodeCount + at) : volts;
    const move = Math.abs(wanted - before);
    if (move <= stillVolts + stillShare * Math.abs(wanted)) continue;
    if (law.kind === 'diode' && move * diodeAt(law, Math.max(before, wanted)).siemens <= stillAmps) continue;
    next ??= points.slice();
    next[at] = law.kind === 'diode' ? nextJunctionVolts(law, before, wanted) : wanted;
  }
  return next;
}
