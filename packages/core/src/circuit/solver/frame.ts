import { Islands } from '../network/islands.js';
import type { ActingLaw, Branch, Network } from '../network/network.js';
import type { Line } from './linearise.js';
import { type Elimination, type Factors, factor, orderOf, type SparsePattern } from './sparseLu.js';

/**
 * Where everything of a network stands in its equations: unknowns are the voltages of its nodes and then the currents of its branches; rows are
 * the sums of currents at its nodes and then the laws of its branches (modified nodal analysis, with each current an unknown of its own, so
 * that a small one in a thick wire is as sure as a large one). It is the same for all networks with these nodes, whatever their values.
 */
export interface Frame {
  readonly nodeCount: number;
  readonly branchCount: number;
  readonly pattern: SparsePattern;
  /** Where the entries of each branch begin: its own voltage twice, its own current, both sums of currents, and two of a share. */
  readonly entryOfBranch: Int32Array;
  /** Entries of the tie of each node begin here. */
  readonly tieStart: number;
  /** The order of elimination that was used last; it is tried first. */
  elimination: Elimination | undefined;
}

const [entriesPlain, entriesRatio] = [5, 7];

const ratioOf = ({ law }: Branch): readonly [number, number] | undefined => {
  if (law.kind === 'ratio') return law.of;
  return law.kind === 'switched' && law.on.kind === 'ratio' ? law.on.of : undefined;
};

export function frameOf({ nodeCount, branches }: Network): Frame {
  const [rows, columns] = [[], []] as [number[], number[]];
  const add = (row: number, column: number) => {
    rows.push(row);
    columns.push(column);
  };
  const entryOfBranch = Int32Array.from(branches, (branch, at) => {
    const [start, own] = [rows.length, nodeCount + at];
    add(own, branch.from);
    add(own, branch.to);
    add(own, own);
    add(branch.from, own);
    add(branch.to, own);
    for (const node of ratioOf(branch) ?? []) add(own, node);
    return start;
  });
  const tieStart = rows.length;
  for (let node = 0; node < nodeCount; node += 1) add(node, node);
  const size = nodeCount + branches.length;
  return {
    nodeCount,
    branchCount: branches.length,
    pattern: { size, rows: Int32Array.from(rows), columns: Int32Array.from(columns) },
    entryOfBranch,
    tieStart,
    elimination: undefined,
  };
}

/**
 * For each node whether it is the one by which its island is tied to the reference: node 0 is the reference itself, all others are tied to it by
 * a siemens, through which nothing flows as there is no way back.
 */
export function tiesOf({ nodeCount, branches }: Network, laws: readonly ActingLaw[]): Uint8Array {
  const islands = islandsOf(nodeCount, branches, laws);
  const ties = new Uint8Array(nodeCount);
  for (let node = 0; node < nodeCount; node += 1) if (islands.of(node) === node) ties[node] = 1;
  return ties;
}

export function islandsOf(nodeCount: number, branches: readonly Branch[], laws: readonly ActingLaw[]): Islands {
  const islands = new Islands(nodeCount);
  for (const [at, { from, to }] of branches.entries()) if (laws[at]?.kind !== 'open') islands.join(from, to);
  return islands;
}

/** The entries of a matrix, one for each of the pattern. */
export function valuesOf(
  frame: Frame,
  branches: readonly Branch[],
  laws: readonly ActingLaw[],
  lines: readonly Line[],
  ties: Uint8Array,
): Float64Array {
  const values = new Float64Array(frame.pattern.rows.length);
  for (const [at, branch] of branches.entries()) {
    const line = lines[at];
    if (!line) continue;
    const start = frame.entryOfBranch[at] ?? 0;
    setLine(frame, values, at, line);
    if (branch.from !== 0) values[start + 3] = 1;
    if (branch.to !== 0) values[start + 4] = -1;
    const law = laws[at];
    if (law?.kind !== 'ratio') continue;
    values[start + entriesPlain] = -law.share * line.conductance;
    values[start + entriesRatio - 1] = law.share * line.conductance;
  }
  for (let node = 0; node < frame.nodeCount; node += 1) if (ties[node]) values[frame.tieStart + node] = 1;
  return values;
}

/** Puts the line of a branch into its row. */
export function setLine(frame: Frame, values: Float64Array, at: number, { conductance, resistance }: Line): void {
  const start = frame.entryOfBranch[at] ?? 0;
  values[start] = conductance;
  values[start + 1] = -conductance;
  values[start + 2] = -resistance;
}

/** Factors a matrix in the order that is known, or where that does not fit its values, in one of its own. */
export function factorsOf(frame: Frame, values: Float64Array): Factors | undefined {
  const factors = frame.elimination && factor(frame.elimination, values);
  if (factors) return factors;
  frame.elimination = orderOf(frame.pattern, values);
  return frame.elimination && factor(frame.elimination, values);
}
