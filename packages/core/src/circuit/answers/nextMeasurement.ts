import type { Circuit, PointAt } from '../document/circuit.js';
import { changeOf } from '../fault/changeOf.js';
import type { Fault } from '../fault/fault.js';
import { poles } from '../fault/poles.js';
import { compile, plainSetting } from '../network/compile.js';
import type { CircuitState } from '../network/state.js';
import { SolvedNetwork } from '../solver/solvedNetwork.js';

/** A fault that is still possible, and how likely it is against the others. */
export interface Suspected {
  readonly fault: Fault;
  readonly weight: number;
}

/** A point that can be reached, and the minutes that this takes. */
export interface Reachable {
  readonly at: PointAt;
  readonly minutes: number;
}

/** A state into which the vehicle can be brought, and the minutes that this takes. */
export interface ReachableState {
  readonly name: string;
  readonly state: CircuitState;
  readonly minutes: number;
}

/** A voltage to measure, and what it would tell. */
export interface NextMeasurement {
  readonly red: PointAt;
  readonly black: PointAt;
  readonly state: string;
  readonly minutes: number;
  /** By how much less is unknown afterwards, bits. */
  readonly bits: number;
  /** Suspects that it cannot tell apart, with what they would make the meter show; by rising volts. */
  readonly groups: readonly { readonly volts: number; readonly faults: readonly Fault[] }[];
}

// Readings are told apart when they are further from each other than this; a meter and parts within their tolerance are nearer.
const [apartVolts, apartShare] = [0.2, 0.05];

/**
 * Which two points, in which state, tell the suspects apart best per minute. Voltages are those without the current of the meter.
 * @returns the best first; nothing where no voltage tells anything
 */
export function nextMeasurements(
  circuit: Circuit,
  suspects: readonly Suspected[],
  points: readonly Reachable[],
  states: readonly ReachableState[],
  most = 5,
): readonly NextMeasurement[] {
  const total = suspects.reduce((sum, { weight }) => sum + weight, 0);
  const shares = suspects.map(({ weight }) => weight / total);
  const found: Scored[] = [];
  for (const state of states) {
    const volts = voltsBySuspect(circuit, suspects, points, state.state);
    for (let red = 0; red < points.length; red += 1)
      for (let black = red + 1; black < points.length; black += 1) {
        const [one, other] = [points[red], points[black]];
        const minutes = Math.max(0.1, (one?.minutes ?? 0) + (other?.minutes ?? 0) + state.minutes);
        const bits = bitsOf(split(volts, red, black), shares);
        if (bits > 1e-9) keepBest(found, { red, black, state, minutes, bits, volts, score: bits / minutes }, most);
      }
  }
  return found.map((one) => described(one, suspects, points));
}

interface Scored {
  readonly red: number;
  readonly black: number;
  readonly state: ReachableState;
  readonly minutes: number;
  readonly bits: number;
  readonly score: number;
  readonly volts: readonly (Float64Array | undefined)[];
}

/** For each suspect the voltages of all points; `undefined` where its circuit does not settle: it is told apart by nothing. */
function voltsBySuspect(
  circuit: Circuit,
  suspects: readonly Suspected[],
  points: readonly Reachable[],
  state: CircuitState,
): readonly (Float64Array | undefined)[] {
  const compiled = compile(circuit, { ...plainSetting, state });
  const solved = new SolvedNetwork(compiled.network);
  const ends = poles(circuit, compiled);
  const nodes = points.map(({ at }) => compiled.nodeOf(at) ?? 0);
  return suspects.map(({ fault }) => {
    const change = changeOf(compiled, fault, ends);
    const solution = change && solved.solveWith(change);
    if (solution?.kind !== 'settled') return undefined;
    return Float64Array.from(nodes, (node) => solution.voltsOf(node));
  });
}

/** Suspects in groups that a voltage cannot tell apart, by rising volts. */
function split(volts: readonly (Float64Array | undefined)[], red: number, black: number): readonly number[][] {
  const across = (at: number) => (volts[at]?.[red] ?? 0) - (volts[at]?.[black] ?? 0);
  const order = volts.map((_, at) => at).sort((a, b) => across(a) - across(b));
  const groups: number[][] = [];
  let last = Number.NEGATIVE_INFINITY;
  for (const at of order) {
    const value = across(at);
    if (value - last > Math.max(apartVolts, apartShare * Math.abs(value))) groups.push([at]);
    else groups.at(-1)?.push(at);
    last = value;
  }
  for (const group of groups) group.sort((a, b) => a - b);
  return groups;
}

function bitsOf(groups: readonly (readonly number[])[], shares: readonly number[]): number {
  let bits = 0;
  for (const group of groups) {
    const share = group.reduce((sum, at) => sum + (shares[at] ?? 0), 0);
    if (share > 0) bits -= share * Math.log2(share);
  }
  return bits;
}

function keepBest(found: Scored[], one: Scored, most: number): void {
  const worst = found.at(-1);
  if (found.length >= most && worst && worst.score >= one.score) return;
  found.push(one);
  found.sort((a, b) => b.score - a.score);
  if (found.length > most) found.pop();
}

function described(
  { red, black, state, minutes, bits, volts }: Scored,
  suspects: readonly Suspected[],
  points: readonly Reachable[],
): NextMeasurement {
  const [one, other] = [points[red], points[black]];
  if (!one || !other) throw new Error('there is no such point');
  const groups = split(volts, red, black).map((group) => ({
    volts: (volts[group[0] ?? 0]?.[red] ?? 0) - (volts[group[0] ?? 0]?.[black] ?? 0),
    faults: group.flatMap((at) => suspects[at]?.fault ?? []),
  }));
  return { red: one.at, black: other.at, state: state.name, minutes, bits, groups };
}
