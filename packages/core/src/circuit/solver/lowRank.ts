import { LuDecomposition, Matrix } from 'ml-matrix';
import { type ActingLaw, type Branch, type Judged, lawAsJudged } from '../network/network.js';
import type { Base, Bridge, Change, Column } from './base.js';
import { nextPoint } from './curve.js';
import { chordSource, curveAt, isCurved, type Line, lineOf, tangentOf } from './linearise.js';

/** What was found for a change with everything as it was judged. */
export interface Changed {
  readonly judged: Judged;
  /** One unknown: the voltage of a node, or after those the current of a branch. */
  readonly unknown: (at: number) => number;
  /** All of them. */
  readonly unknowns: () => Float64Array;
  readonly bridgeAmps: readonly number[];
}

/** An entry of a row: which unknown, and its factor. */
type Entry = readonly [unknown: number, factor: number];

/** A row that is added to the equations, or the change of one that is in them: what it does, and what it asks for. */
interface Extra {
  readonly column: () => Column;
  readonly entries: readonly Entry[];
  /** Factor of itself. */
  readonly own: number;
  readonly right: number;
}

// Where another slope of a curve changes its voltage by less of what it moves, it keeps its slope and comes there by and by.
const mostPull = 0.05;
const mostSteps = 60;

/**
 * Solves a network with a change from its base: a change of low rank (Woodbury's identity). Curves that have hardly moved keep their slope and
 * are moved along it.
 * @param judged how everything is judged, if not as in the base
 * @returns `undefined` where no voltages are found that fit
 */
export function lowRank(base: Base, change: Change, judged: Judged): Changed | undefined {
  const { network, operation } = base;
  const laws = new Map<number, ActingLaw>();
  for (const at of base.otherLaws(judged)) {
    const law = network.branches[at]?.law;
    if (law) laws.set(at, lawAsJudged(law, at, judged));
  }
  for (const [at, law] of change.laws) laws.set(at, lawAsJudged(law, at, judged));
  const bridges = withTies(base, laws, change.bridges).map((bridge) => extraOfBridge(base, bridge));
  const points = new Map<number, number>();
  for (let step = 0; step < mostSteps; step += 1) {
    const asked = [...bridges];
    for (const [at, law] of laws) asked.push(extraOfBranch(base, at, law, points.get(at) ?? operation.points[at] ?? 0));
    const sum = new Sum(base.start);
    const lines = new Map<number, Line>();
    for (const [at, point] of points) if (!laws.has(at)) lines.set(at, addCurve(base, at, point, asked, sum));
    const shares = solveExtras(asked, sum);
    if (!shares) return undefined;
    const some = sum.some();
    if (movePoints(base, laws, lines, points, sum, some)) continue;
    const bridgeAmps = shares.slice(0, change.bridges.length);
    const unknown = (at: number) => some[base.placeOf(at) ?? -1] ?? sum.at(at);
    return { judged, unknown, unknowns: () => sum.all(), bridgeAmps };
  }
  return undefined;
}

/** Unknowns as a sum: those of the base, and so much of each column. */
class Sum {
  readonly #base: Column;
  readonly #columns: Column[] = [];
  readonly #shares: number[] = [];

  constructor(base: Column) {
    this.#base = base;
  }

  add(column: Column, share: number): void {
    this.#columns.push(column);
    this.#shares.push(share);
  }

  at(unknown: number): number {
    let value = this.#base.all[unknown] ?? 0;
    for (let of = 0; of < this.#shares.length; of += 1)
      value += (this.#shares[of] ?? 0) * (this.#columns[of]?.all[unknown] ?? 0);
    return value;
  }

  all(): Float64Array {
    const values = this.#base.all.slice();
    for (let of = 0; of < this.#shares.length; of += 1)
      addTimes(values, this.#columns[of]?.all ?? values, this.#shares[of] ?? 0);
    return values;
  }

  /** Those that curves go by. */
  some(): Float64Array {
    const values = this.#base.some.slice();
    for (let of = 0; of < this.#shares.length; of += 1)
      addTimes(values, this.#columns[of]?.some ?? values, this.#shares[of] ?? 0);
    return values;
  }
}

function addTimes(values: Float64Array, column: Float64Array, share: number): void {
  for (let at = 0; at < values.length; at += 1) values[at] = (values[at] ?? 0) + share * (column[at] ?? 0);
}

/**
 * All bridges: those of the change, one that ties what has come apart, and one of −1 Ω that takes a tie away where what it tied hangs together
 * with something else now. Each island has one tie in the end, and that of the reference none.
 */
function withTies(base: Base, laws: ReadonlyMap<number, ActingLaw>, bridges: readonly Bridge[]): readonly Bridge[] {
  const { nodeCount } = base.network;
  const islands = base.islandsWith(laws, bridges);
  if (base.hasIslands(islands)) return bridges;
  const tied = new Set<number>([islands.of(0)]);
  const all = [...bridges];
  for (let node = 1; node < nodeCount; node += 1) {
    if (!base.operation.ties[node]) continue;
    const island = islands.of(node);
    if (tied.has(island)) all.push({ from: node, to: 0, ohms: -1, volts: 0 });
    tied.add(island);
  }
  for (let node = 1; node < nodeCount; node += 1)
    if (islands.of(node) === node && !tied.has(node)) all.push({ from: node, to: 0, ohms: 1, volts: 0 });
  return all;
}

function extraOfBridge(base: Base, { from, to, ohms, volts }: Bridge): Extra {
  let made: Column | undefined;
  const make = (): Column => {
    const all = base.columnOf(to).all.slice();
    addTimes(all, base.columnOf(from).all, -1);
    return base.columnFrom(all);
  };
  return {
    column: () => {
      made ??= make();
      return made;
    },
    entries: [
      [from, 1],
      [to, -1],
    ],
    own: -ohms,
    right: volts,
  };
}

function entriesOf({ from, to }: Branch, law: ActingLaw, line: Line, own: number, sign: 1 | -1): readonly Entry[] {
  const [conductance, resistance] = [sign * line.conductance, sign * line.resistance];
  const plain = [
    [from, conductance],
    [to, -conductance],
    [own, -resistance],
  ] as const;
  if (law.kind !== 'ratio') return plain;
  return [...plain, [law.of[0], -law.share * conductance], [law.of[1], law.share * conductance]];
}

/** The row of a branch with another law, or with another line, in the place of its own. */
function extraOfBranch(base: Base, at: number, law: ActingLaw, point: number, line = lineOf(law, point, 1)): Extra {
  const { network, operation } = base;
  const [branch, lawBefore, before] = [network.branches[at], operation.laws[at], operation.lines[at]];
  if (!branch || !lawBefore || !before) throw new Error(`there is no branch ${at}`);
  const own = network.nodeCount + at;
  return {
    column: () => base.columnOf(own),
    entries: [...entriesOf(branch, law, line, own, 1), ...entriesOf(branch, lawBefore, before, own, -1)],
    own: 1,
    right: line.source - before.source,
  };
}

/**
 * The same curve at another point: on its own line, or where that makes little difference, on the one that was. With the old slope each step
 * leaves over a share of the way: the change of the slope times the resistance that the curve sees.
 * @returns the line on which it is
 */
function addCurve(base: Base, at: number, point: number, asked: Extra[], sum: Sum): Line {
  const { laws, lines } = base.operation;
  const [law, before] = [laws[at], lines[at]];
  if (!law || !before || !isCurved(law)) throw new Error(`branch ${at} has no curve`);
  const curve = curveAt(law, point);
  const line = tangentOf(law, point, curve);
  const slopeChange = line.conductance / line.resistance - before.conductance / before.resistance;
  const column = base.columnOf(base.network.nodeCount + at);
  const { from = 0, to = 0 } = base.network.branches[at] ?? {};
  const seenOhms = ((column.all[from] ?? 0) - (column.all[to] ?? 0)) * before.resistance;
  if (Math.abs(slopeChange * seenOhms) > mostPull) {
    asked.push(extraOfBranch(base, at, law, point, line));
    return line;
  }
  sum.add(column, chordSource(law, point, curve, before) - before.source);
  return before;
}

// Where everything that is asked for is so already, nothing changes: a fault in a part without a current, before its relay has pulled in.
const alreadySo = 1e-14;

/** Solves for how much of each extra there is, and adds them to the sum. @returns `undefined` where nothing fits all */
function solveExtras(asked: readonly Extra[], sum: Sum): readonly number[] | undefined {
  if (asked.length === 0) return asked.map(() => 0);
  const rights = asked.map(({ right, entries }) => {
    let left = right;
    for (const [of, factor] of entries) left -= factor * sum.at(of);
    return left;
  });
  if (rights.every((right) => Math.abs(right) <= alreadySo)) return asked.map(() => 0);
  const columns = asked.map(({ column }) => column());
  const rows = asked.map(({ entries, own }, row) =>
    columns.map(({ all }, place) => {
      let value = row === place ? own : 0;
      for (const [of, factor] of entries) value += factor * (all[of] ?? 0);
      return value;
    }),
  );
  const shares = solveDense(rows, rights);
  if (!shares) return undefined;
  for (const [at, column] of columns.entries()) sum.add(column, shares[at] ?? 0);
  return shares;
}

function solveDense(rows: number[][], right: readonly number[]): readonly number[] | undefined {
  if (rows.length === 1) {
    const pivot = rows[0]?.[0] ?? 0;
    return pivot === 0 ? undefined : [(right[0] ?? 0) / pivot];
  }
  const factors = new LuDecomposition(new Matrix(rows));
  return factors.isSingular() ? undefined : factors.solve(Matrix.columnVector([...right])).to1DArray();
}

/** Moves all curves to where they are to be next. @returns whether one has moved */
function movePoints(
  { network, operation, curved }: Base,
  laws: ReadonlyMap<number, ActingLaw>,
  lines: ReadonlyMap<number, Line>,
  points: Map<number, number>,
  sum: Sum,
  some: Float64Array,
): boolean {
  let hasMoved = false;
  const move = (at: number, law: ActingLaw, volts: number, amps: number) => {
    const before = points.get(at) ?? operation.points[at] ?? 0;
    const line = lines.get(at) ?? (laws.has(at) ? undefined : operation.lines[at]) ?? lineOf(law, before, 1);
    const next = nextPoint(law, before, volts, amps, line);
    if (next === before) return;
    points.set(at, next);
    hasMoved = true;
  };
  for (let place = 0; place < curved.length; place += 1) {
    const at = curved[place] ?? 0;
    const law = operation.laws[at];
    if (!law || laws.has(at)) continue;
    move(at, law, (some[3 * place] ?? 0) - (some[3 * place + 1] ?? 0), some[3 * place + 2] ?? 0);
  }
  for (const [at, law] of laws) {
    const branch = network.branches[at];
    if (!branch || !isCurved(law)) continue;
    move(at, law, sum.at(branch.from) - sum.at(branch.to), sum.at(network.nodeCount + at));
  }
  return hasMoved;
}
