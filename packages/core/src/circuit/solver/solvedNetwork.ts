import type { Branch, Judged, Network } from '../network/network.js';
import { Base, type Bridge, type Change } from './base.js';
import { type Frame, frameOf } from './frame.js';
import { canBeJudged, judgedBranches } from './judge.js';
import { type Changed, lowRank } from './lowRank.js';
import {
  keyOf,
  operate,
  operateAs,
  type Settled,
  type Solution,
  settle,
  settled,
  type Unsettled,
} from './solveNetwork.js';

/** What stands in a network with a change, with the current of each bridge, from its first node to its second. */
export type ChangedSolution = ChangedNetwork | Unsettled;

/** As a solution; most who ask want a few of its voltages only (benchmark “faults and draws of the whole demo bus”). */
export class ChangedNetwork implements Settled {
  readonly kind = 'settled';
  readonly judged: Judged;
  readonly bridgeAmps: readonly number[];
  readonly #nodeCount: number;
  readonly #found: Changed;
  #all: Float64Array | undefined;

  constructor(nodeCount: number, found: Changed) {
    this.judged = found.judged;
    this.bridgeAmps = found.bridgeAmps;
    this.#nodeCount = nodeCount;
    this.#found = found;
  }

  readonly voltsOf = (node: number): number => this.#found.unknown(node);

  readonly ampsOf = (branch: number): number => this.#found.unknown(this.#nodeCount + branch);

  get volts(): Float64Array {
    return this.#unknowns().slice(0, this.#nodeCount);
  }

  get amps(): Float64Array {
    return this.#unknowns().slice(this.#nodeCount);
  }

  #unknowns(): Float64Array {
    this.#all ??= this.#found.unknowns();
    return this.#all;
  }
}

// So many ways in which everything can be judged are kept factored.
const mostBases = 64;
// Of one in which so few branches have another law it is not worth the while to factor another one.
const nearEnough = 8;

/**
 * A network that was solved once, and is solved again with a few changes without factoring its equations anew. Each way in which relays, limits
 * and fuses can be judged is factored when it first comes up.
 */
export class SolvedNetwork {
  readonly network: Network;
  readonly frame: Frame;
  readonly solution: Solution;
  readonly #bases = new Map<string, Base>();
  readonly #judged: readonly number[];

  /** @param frame kept for networks that differ in values only */
  constructor(network: Network, frame: Frame = frameOf(network)) {
    this.network = network;
    this.frame = frame;
    this.#judged = judgedBranches(network.branches.map(({ law }) => law));
    const last = operate(network, frame, (operation) =>
      this.#bases.set(keyOf(operation.judged), new Base(network, operation, this.#judged)),
    );
    this.solution = 'kind' in last ? last : settled(network, last.unknowns, last.judged);
  }

  /** The base from which it is least far to all being judged so; a new one where it is far from all. */
  #baseFor(judged: Judged): Base | undefined {
    const key = keyOf(judged);
    const known = this.#bases.get(key);
    if (known) return known;
    let [nearest, least]: [Base | undefined, number] = [undefined, Number.POSITIVE_INFINITY];
    for (const base of this.#bases.values()) {
      const count = base.otherLaws(judged).length;
      if (count < least) [nearest, least] = [base, count];
    }
    if (least <= nearEnough || this.#bases.size >= mostBases) return nearest;
    const operation = operateAs(this.network, this.frame, judged, undefined);
    if (!operation) return nearest;
    const base = new Base(this.network, operation, this.#judged);
    this.#bases.set(key, base);
    return base;
  }

  /** The steady state with a change. It starts as every other one: with all relays released. */
  solveWith(change: Change): ChangedSolution {
    const changed = this.#changed(change);
    const more = [...change.laws].flatMap(([at, law]) => (canBeJudged(law) && !this.#judged.includes(at) ? [at] : []));
    const branches = more.length > 0 ? [...this.#judged, ...more] : this.#judged;
    const last = settle(changed, (judged) => {
      const base = this.#baseFor(judged);
      const found = base && lowRank(base, change, judged);
      return found && { found, judging: { network: changed, branches, unknown: found.unknown } };
    });
    if ('kind' in last) return last.kind === 'chatters' ? last : this.#solveWhole(changed, change.bridges);
    return new ChangedNetwork(this.network.nodeCount, last);
  }

  #changed({ laws }: Change): Network {
    if (laws.size === 0) return this.network;
    const branches = this.network.branches.slice();
    for (const [at, law] of laws) {
      const branch = branches[at];
      if (branch) branches[at] = { ...branch, law };
    }
    return { ...this.network, branches };
  }

  #solveWhole(changed: Network, bridges: readonly Bridge[]): ChangedSolution {
    const whole = { ...changed, branches: [...changed.branches, ...bridges.map(branchOfBridge)] };
    const last = operate(whole, bridges.length === 0 ? this.frame : frameOf(whole));
    if ('kind' in last) return last;
    const [{ unknowns, judged }, { nodeCount }] = [last, whole];
    const end = nodeCount + changed.branches.length;
    return new ChangedNetwork(nodeCount, {
      judged,
      unknown: (at) => unknowns[at] ?? 0,
      unknowns: () => unknowns.slice(0, end),
      bridgeAmps: [...unknowns.slice(end)],
    });
  }
}

const branchOfBridge = ({ from, to, ohms, volts }: Bridge): Branch => ({
  from,
  to,
  law: { kind: 'linear', ohms, volts },
});
