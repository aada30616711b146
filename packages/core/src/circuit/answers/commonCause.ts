import type { Circuit } from '../document/circuit.js';
import { changeOf } from '../fault/changeOf.js';
import type { Fault } from '../fault/fault.js';
import { poles } from '../fault/poles.js';
import { branchName, compile, plainSetting } from '../network/compile.js';
import type { CircuitState } from '../network/state.js';
import { SolvedNetwork } from '../solver/solvedNetwork.js';
import { consumersOf, leastWatts, type Stands, wattsOf, workingBranch, worksFrom } from './consumers.js';

/** What was seen of a consumer, or of a point at which a test light was held. */
export interface Seen {
  /** The id of a component, or the name of a point. */
  readonly of: string;
  readonly isAlive: boolean;
}

/** One thing whose being open would leave dead what is dead, and nothing that lives. */
export interface SharedCause {
  readonly fault: Fault;
  /** What it explains of what is dead. */
  readonly explains: readonly string[];
  /** What should be dead with it, and lives. */
  readonly contradictedBy: readonly string[];
  /** Faults that would be seen in just the same way. */
  readonly alike: readonly Fault[];
}

export interface SharedCauses {
  /** The best first; those that explain at least one of what is dead. */
  readonly causes: readonly SharedCause[];
  /** What is dead although nothing is wrong: in this state nothing feeds it. */
  readonly notFed: readonly string[];
}

/** From this on a test light shines, V. */
const lightVolts = 6;

/**
 * What dead consumers share that others, which live, do not: each thing through which a current goes is thought to be open, and the circuit
 * is solved with it.
 */
export function sharedCauses(circuit: Circuit, state: CircuitState, seen: readonly Seen[]): SharedCauses {
  const compiled = compile(circuit, { ...plainSetting, state });
  const solved = new SolvedNetwork(compiled.network);
  const { solution } = solved;
  if (solution.kind !== 'settled') return { causes: [], notFed: [] };
  const senses = seen.flatMap((one) => {
    const sense = senseOf(circuit, compiled, one.of);
    return sense ? [{ ...one, ...sense, healthy: sense.read(solution) }] : [];
  });
  const fed = senses.filter(({ healthy, least }) => healthy > least);
  const notFed = senses.filter((one) => !one.isAlive && !fed.includes(one)).map(({ of }) => of);
  const isDeadWith = candidates(circuit).flatMap((fault) => {
    const change = changeOf(compiled, fault, poles(circuit, compiled));
    const changed = change && solved.solveWith(change);
    if (changed?.kind !== 'settled') return [];
    return [{ fault, dead: fed.filter(({ read, healthy }) => read(changed) < worksFrom * healthy) }];
  });
  return { causes: ranked(isDeadWith), notFed };
}

interface Sense {
  readonly read: (solution: Stands) => number;
  /** With less it is not fed at all. */
  readonly least: number;
}

function senseOf(circuit: Circuit, compiled: ReturnType<typeof compile>, of: string): Sense | undefined {
  const component = circuit.components.find(({ id }) => id === of);
  const name = component && workingBranch(component);
  const branch = name === undefined ? undefined : compiled.branchOf.get(name);
  if (branch !== undefined) return { read: (found) => wattsOf(compiled, branch, found), least: leastWatts };
  const node = compiled.nodeOf({ point: of, side: 'harness' });
  return node === undefined ? undefined : { read: ({ voltsOf }) => voltsOf(node), least: lightVolts };
}

/** Everything through which a current goes on its way. */
function candidates(circuit: Circuit): readonly Fault[] {
  const open = (of: string): Fault => ({ kind: 'open', of });
  return [
    ...circuit.components.flatMap(({ kind, id }): readonly Fault[] => {
      if (kind === 'fuse' || kind === 'switch') return [open(id)];
      if (kind === 'unit') return [{ kind: 'dead', of: id }];
      return kind === 'relay' ? ['coil', 'closes', 'opens'].map((part) => open(branchName(id, part))) : [];
    }),
    ...circuit.studs.map(({ id }) => open(id)),
    ...circuit.connectors.flatMap(({ id, pins }) => pins.map((pin) => open(`${id}.${pin}`))),
    ...circuit.wires.map(({ id }) => open(id)),
    ...consumersOf(circuit).flatMap((component): readonly Fault[] => {
      const branch = workingBranch(component);
      return branch === undefined || component.kind === 'unit' || component.kind === 'relay' ? [] : [open(branch)];
    }),
  ];
}

interface Outcome {
  readonly fault: Fault;
  readonly dead: readonly { readonly of: string; readonly isAlive: boolean }[];
}

/** Faults that leave the same dead are one; first what explains most, then what is contradicted least. */
function ranked(outcomes: readonly Outcome[]): readonly SharedCause[] {
  const groups = new Map<string, SharedCause>();
  for (const { fault, dead } of outcomes) {
    const explains = dead.filter(({ isAlive }) => !isAlive).map(({ of }) => of);
    if (explains.length === 0) continue;
    const contradictedBy = dead.filter(({ isAlive }) => isAlive).map(({ of }) => of);
    const key = [...explains, '|', ...contradictedBy].join(' ');
    const known = groups.get(key);
    groups.set(
      key,
      known ? { ...known, alike: [...known.alike, fault] } : { fault, explains, contradictedBy, alike: [] },
    );
  }
  return [...groups.values()].sort((a, b) => scoreOf(b) - scoreOf(a));
}

// One that lives although it should be dead speaks as much against as one that is dead speaks for it.
const scoreOf = ({ explains, contradictedBy }: SharedCause): number => explains.length - contradictedBy.length;
