import { Islands } from '../network/islands.js';
import type { ActingLaw, Judged, Law, Network } from '../network/network.js';
import { isCurved } from './linearise.js';
import type { Operation } from './solveNetwork.js';
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

/** What one more of something does to all unknowns, and the same for those that curves go by. */
export interface Column {
  readonly all: Float64Array;
  readonly some: Float64Array;
}

/** A network with everything judged in one way, factored, with what is worked out of that once. */
export class Base {
  readonly network: Network;
  readonly operation: Operation;
  /** Its branches with curves. */
  readonly curved: readonly number[];
  /** Unknowns that are looked at in each round: of each curve the voltages of its nodes and its current, then all that is judged by. */
  readonly #seen: Int32Array;
  /** What stands in the network itself. */
  readonly start: Column;
  readonly #placeOf: ReadonlyMap<number, number>;
  readonly #columns = new Map<number, Column>();
  #islands: Islands | undefined;
  #switched: readonly (readonly number[])[] | undefined;

  /** @param judged branches that can be at a limit or blow */
  constructor(network: Network, operation: Operation, judged: readonly number[]) {
    this.network = network;
    this.operation = operation;
    this.curved = operation.laws.flatMap((law, at) => (isCurved(law) ? [at] : []));
    const ends = network.watchers.flatMap(({ from, to }) => [from, to]);
    const seen = [...[...this.curved, ...judged].flatMap((at) => unknownsOf(network, at)), ...ends];
    this.#seen = Int32Array.from(seen);
    this.#placeOf = new Map(seen.map((unknown, place) => [unknown, place]));
    this.start = this.columnFrom(operation.unknowns);
  }

  /** Where an unknown is among those that are looked at in each round. */
  placeOf(unknown: number): number | undefined {
    return this.#placeOf.get(unknown);
  }

  /** What an amp more that goes into a node does, or a unit more on the right of a row. At the reference it does nothing. */
  columnOf(row: number): Column {
    const known = this.#columns.get(row);
    if (known) return known;
    const right = new Float64Array(this.operation.factors.elimination.pattern.size);
    if (row !== 0) right[row] = 1;
    const column = this.columnFrom(solveFactored(this.operation.factors, right));
    this.#columns.set(row, column);
    return column;
  }

  columnFrom(all: Float64Array): Column {
    const seen = this.#seen;
    const some = new Float64Array(seen.length);
    for (let at = 0; at < some.length; at += 1) some[at] = all[seen[at] ?? 0] ?? 0;
    return { all, some };
  }

  /** Which nodes hang together. @param laws those that have become other ones */
  islandsWith(laws: ReadonlyMap<number, ActingLaw>, bridges: readonly Bridge[]): Islands {
    const own = this.#ownIslands();
    const hasOpened = [...laws].some(([at, law]) => law.kind === 'open' && this.operation.laws[at]?.kind !== 'open');
    const islands = hasOpened ? this.#islandsOf(laws) : own;
    const joins = [...laws].flatMap(([at, law]) => (law.kind === 'open' ? [] : (this.network.branches[at] ?? [])));
    const joined = [...bridges, ...joins].filter(({ from, to }) => islands.of(from) !== islands.of(to));
    if (joined.length === 0) return islands;
    const more = islands === own ? own.copy() : islands;
    for (const { from, to } of joined) more.join(from, to);
    return more;
  }

  /** Whether nothing has come together or fallen apart. */
  hasIslands(islands: Islands): boolean {
    return islands === this.#islands;
  }

  #ownIslands(): Islands {
    this.#islands ??= this.#islandsOf(new Map());
    return this.#islands;
  }

  #islandsOf(laws: ReadonlyMap<number, ActingLaw>): Islands {
    const { nodeCount, branches } = this.network;
    const islands = new Islands(nodeCount);
    for (let at = 0; at < branches.length; at += 1) {
      const branch = branches[at];
      const law = laws.get(at) ?? this.operation.laws[at];
      if (branch && law?.kind !== 'open') islands.join(branch.from, branch.to);
    }
    return islands;
  }

  /** Branches whose law is another one when all is judged in another way. */
  otherLaws(judged: Judged): readonly number[] {
    const before = this.operation.judged;
    const found = new Set<number>();
    for (const [watcher, isOn] of judged.watchers.entries())
      if (isOn !== before.watchers[watcher]) for (const at of this.#switchedBy(watcher)) found.add(at);
    for (const [one, other] of [
      [judged.modes, before.modes],
      [before.modes, judged.modes],
    ] as const)
      for (const [at, mode] of one) if (other.get(at) !== mode) found.add(at);
    return [...found];
  }

  #switchedBy(watcher: number): readonly number[] {
    this.#switched ??= switchedBranches(this.network);
    return this.#switched[watcher] ?? [];
  }
}

const unknownsOf = ({ branches, nodeCount }: Network, at: number): readonly number[] => [
  branches[at]?.from ?? 0,
  branches[at]?.to ?? 0,
  nodeCount + at,
];

function switchedBranches({ branches, watchers }: Network): readonly (readonly number[])[] {
  const found = watchers.map((): number[] => []);
  for (const [at, { law }] of branches.entries())
    if (law.kind === 'switched') for (const { watcher } of law.when) found[watcher]?.push(at);
  return found;
}
