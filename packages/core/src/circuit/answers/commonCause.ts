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

/** What goes dead with each thing that can be open, in one state of the vehicle. */
export interface DeadTable {
  /** What can be seen: consumers by their ids, fuses by the point behind them. */
  readonly watched: readonly string[];
  /** What of that nothing feeds in this state, although nothing is wrong. */
  readonly notFed: readonly string[];
  readonly rows: readonly { readonly fault: Fault; readonly dead: ReadonlySet<string> }[];
}

/** From this on a test light shines, V. */
const lightVolts = 6;

/**
 * What is dead with each thing through which a current goes being open: the circuit is solved with each of them. It takes a second for a whole
 * bus; what dead consumers share is read from it at once.
 */
export function deadTable(circuit: Circuit, state: CircuitState): DeadTable {
  const compiled = compile(circuit, { ...plainSetting, state });
  const solved = new SolvedNetwork(compiled.network);
  const { solution } = solved;
  const watched = watchedIn(circuit);
  if (solution.kind !== 'settled') return { watched, notFed: watched, rows: [] };
  const senses = watched.flatMap((of) => {
    const sense = senseOf(circuit, compiled, of);
    return sense ? [{ of, ...sense, healthy: sense.read(solution) }] : [];
  });
  const fed = senses.filter(({ healthy, least }) => healthy > least);
  const ends = poles(circuit, compiled);
  const rows = candidates(circuit).flatMap((fault) => {
    const change = changeOf(compiled, fault, ends);
    const changed = change && solved.solveWith(change);
    if (changed?.kind !== 'settled') return [];
    const dead = fed.filter(({ read, healthy }) => read(changed) < worksFrom * healthy).map(({ of }) => of);
    return dead.length > 0 ? [{ fault, dead: new Set(dead) }] : [];
  });
  const isFed = new Set(fed.map(({ of }) => of));
  return { watched, notFed: watched.filter((of) => !isFed.has(of)), rows };
}

const watchedIn = (circuit: Circuit): readonly string[] => [
  ...consumersOf(circuit).map(({ id }) => id),
  ...circuit.components.flatMap((component) => (component.kind === 'fuse' ? [component.at.b] : [])),
];

/** What dead consumers share that others, which live, do not. */
export function sharedCauses({ notFed, rows }: DeadTable, seen: readonly Seen[]): SharedCauses {
  const fed = seen.filter(({ of }) => !notFed.includes(of));
  // Of those that look the same, what leaves the least dead comes first: of one dead lamp nobody has seen that all others are too.
  const nearest = [...rows].sort((a, b) => a.dead.size - b.dead.size);
  const outcomes = nearest.map(({ fault, dead }) => ({ fault, dead: fed.filter(({ of }) => dead.has(of)) }));
  return {
    causes: ranked(outcomes),
    notFed: seen.filter(({ of, isAlive }) => !isAlive && notFed.includes(of)).map(({ of }) => of),
  };
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
    ...consumersOf(circuit).flatMap((component): readonly Fault[] => {
      const branch = workingBranch(component);
      return branch === undefined || component.kind === 'unit' || component.kind === 'relay' ? [] : [open(branch)];
    }),
    ...circuit.components.flatMap(({ kind, id }): readonly Fault[] => {
      if (kind === 'fuse' || kind === 'switch') return [open(id)];
      if (kind === 'unit') return [{ kind: 'dead', of: id }];
      return kind === 'relay' ? ['coil', 'closes', 'opens'].map((part) => open(branchName(id, part))) : [];
    }),
    ...circuit.studs.map(({ id }) => open(id)),
    ...circuit.connectors.flatMap(({ id, pins }) => pins.map((pin) => open(`${id}.${pin}`))),
    ...circuit.wires.map(({ id }) => open(id)),
  ];
}

interface Outcome {
  readonly fault: Fault;
  readonly dead: readonly Seen[];
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
