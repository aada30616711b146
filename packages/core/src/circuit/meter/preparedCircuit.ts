import type { Circuit, PointAt } from '../document/circuit.js';
import { changeOf } from '../fault/changeOf.js';
import type { Fault } from '../fault/fault.js';
import { poles } from '../fault/poles.js';
import { type Compiled, compile, plainSetting, type Setting } from '../network/compile.js';
import { dialOf, isPulsed } from '../network/componentLaws.js';
import { Islands } from '../network/islands.js';
import { lawAsJudged } from '../network/network.js';
import type { Change } from '../solver/base.js';
import type { Frame } from '../solver/frame.js';
import { type ChangedSolution, SolvedNetwork } from '../solver/solvedNetwork.js';
import type { Unsettled } from '../solver/solveNetwork.js';
import {
  type MeterReading,
  type NoReading,
  ohmmeter,
  type Probing,
  type Pulses,
  testLightOhms,
  voltmeterOhms,
} from './measure.js';

/** What drives a part of the time: so many at once are told apart, as each doubles the work; more go to and fro together. */
const mostPulsed = 4;

interface Phase {
  /** Share of the time that it is so. */
  readonly share: number;
  readonly isDriven: boolean;
  readonly compiled: Compiled;
  readonly solved: SolvedNetwork;
}

const nothing: Change = { laws: new Map(), bridges: [] };

/** Of the current of the ohmmeter: a component that takes less is not measured with the others. */
const throughShare = 0.01;

/**
 * A circuit in one state, solved once, with a meter that can be put to it anywhere and with any fault. What a meter shows of something that is
 * switched to and fro is the mean: d · (what it is driven) + (1 − d) · (what it is not).
 */
export class PreparedCircuit {
  readonly #circuit: Circuit;
  readonly #setting: Setting;
  #phases: readonly Phase[] | undefined;
  #unpowered: Phase | undefined;
  readonly #like: PreparedCircuit | undefined;

  /** @param like one of the same circuit in the same state, with other values: its order of elimination is used again */
  constructor(circuit: Circuit, setting: Setting = plainSetting, like?: PreparedCircuit) {
    this.#circuit = circuit;
    this.#setting = setting;
    this.#like = like;
  }

  measure(probing: Probing, fault?: Fault): MeterReading {
    switch (probing.kind) {
      case 'volts':
        return this.#volts(probing, fault);
      case 'amps':
        return this.#amps(probing.of, fault);
      case 'ohms':
        return this.#ohms(probing, fault);
    }
  }

  #volts(
    { red, black, with: by }: Extract<Probing, { readonly kind: 'volts' }>,
    fault: Fault | undefined,
  ): MeterReading {
    const ohms = by === 'testLight' ? testLightOhms : voltmeterOhms;
    let isConnected = true;
    const found = this.#mean((phase) => {
      const [from, to] = [nodeOf(phase, red), nodeOf(phase, black)];
      if (typeof from === 'object') return from;
      if (typeof to === 'object') return to;
      const change = this.#changeOf(phase, fault);
      if (!change) return placeOf(fault);
      if (from === to) return 0;
      const meter = { from, to, ohms, volts: 0 };
      const solution = phase.solved.solveWith({ laws: change.laws, bridges: [meter, ...change.bridges] });
      if (solution.kind !== 'settled') return unsettled(phase, solution);
      isConnected &&= hangTogether(phase, change, solution, from, to);
      return solution.voltsOf(from) - solution.voltsOf(to);
    });
    return 'kind' in found ? found : { kind: 'volts', volts: found.mean, isConnected, pulses: found.pulses };
  }

  #amps(of: string, fault: Fault | undefined): MeterReading {
    const found = this.#mean((phase) => {
      const at = phase.compiled.branchOf.get(of);
      const change = this.#changeOf(phase, fault);
      if (at === undefined) return { kind: 'notKnown', place: of };
      if (!change) return placeOf(fault);
      const solution = phase.solved.solveWith(change);
      return solution.kind === 'settled' ? solution.ampsOf(at) : unsettled(phase, solution);
    });
    return 'kind' in found ? found : { kind: 'amps', amps: found.mean, pulses: found.pulses };
  }

  #ohms({ red, black }: Extract<Probing, { readonly kind: 'ohms' }>, fault: Fault | undefined): MeterReading {
    this.#unpowered ??= phaseOf(
      this.#circuit,
      { ...this.#setting, isPowered: false },
      { share: 1, isDriven: false, frame: this.#like ? this.#like.#unpowered?.solved.frame : undefined },
    );
    const phase = this.#unpowered;
    const [from, to] = [nodeOf(phase, red), nodeOf(phase, black)];
    if (typeof from === 'object') return from;
    if (typeof to === 'object') return to;
    const change = this.#changeOf(phase, fault);
    if (!change) return placeOf(fault);
    if (from === to) return { kind: 'ohms', ohms: 0, through: [] };
    const meter = { from, to, ohms: ohmmeter.ohms, volts: ohmmeter.volts };
    const solution = phase.solved.solveWith({ laws: change.laws, bridges: [meter, ...change.bridges] });
    if (solution.kind !== 'settled') return unsettled(phase, solution);
    // The current of the meter goes out at its red lead and comes back at its black one.
    const amps = -(solution.bridgeAmps[0] ?? 0);
    const volts = solution.voltsOf(from) - solution.voltsOf(to);
    if (!(amps > 0) || volts / amps >= ohmmeter.mostOhms) return { kind: 'overload' };
    return { kind: 'ohms', ohms: Math.max(0, volts / amps), through: this.#through(phase, solution.amps, amps) };
  }

  #through({ compiled }: Phase, amps: Float64Array, meterAmps: number): readonly string[] {
    const ids = new Set(this.#circuit.components.map(({ id }) => id));
    const found = new Set<string>();
    for (const [at, name] of compiled.namesOfBranches.entries()) {
      const id = name.split('/')[0] ?? name;
      if (ids.has(id) && Math.abs(amps[at] ?? 0) > throughShare * meterAmps) found.add(id);
    }
    return [...found];
  }

  #changeOf(phase: Phase, fault: Fault | undefined): Change | undefined {
    return fault ? changeOf(phase.compiled, fault, poles(this.#circuit, phase.compiled)) : nothing;
  }

  /** The mean over all phases. */
  #mean(valueIn: (phase: Phase) => number | NoReading): { mean: number; pulses: Pulses | undefined } | NoReading {
    this.#phases ??= phasesOf(this.#circuit, this.#setting, this.#like ? this.#like.#phases : undefined);
    let mean = 0;
    const [driven, notDriven] = [
      { sum: 0, share: 0 },
      { sum: 0, share: 0 },
    ];
    for (const phase of this.#phases) {
      const value = valueIn(phase);
      if (typeof value !== 'number') return value;
      mean += phase.share * value;
      const group = phase.isDriven ? driven : notDriven;
      group.sum += phase.share * value;
      group.share += phase.share;
    }
    if (this.#phases.length === 1) return { mean, pulses: undefined };
    const pulses = {
      driven: driven.sum / driven.share,
      notDriven: notDriven.sum / notDriven.share,
      share: driven.share,
    };
    return { mean, pulses: pulses.driven === pulses.notDriven ? undefined : pulses };
  }
}

interface PhaseKind {
  readonly share: number;
  readonly isDriven: boolean;
  readonly frame: Frame | undefined;
}

function phaseOf(circuit: Circuit, setting: Setting, { share, isDriven, frame }: PhaseKind): Phase {
  const compiled = compile(circuit, setting);
  return { share, isDriven, compiled, solved: new SolvedNetwork(compiled.network, frame) };
}

/** All ways in which what drives a part of the time can be driven or not, with their shares of the time. */
function phasesOf(circuit: Circuit, setting: Setting, like: readonly Phase[] | undefined): readonly Phase[] {
  const { dials, apart } = setting.state;
  const partly = circuit.components.flatMap((component) => {
    const dial = dials.get(component.id) ?? dialOf(component);
    const share = Math.abs(dial);
    return isPulsed(component) && !apart.has(component.id) && share > 0 && share < 1
      ? [{ id: component.id, dial, share }]
      : [];
  });
  const groups = partly.length > mostPulsed ? [partly] : partly.map((one) => [one]);
  let phases: readonly { share: number; isDriven: boolean; dials: ReadonlyMap<string, number> }[] = [
    { share: 1, isDriven: true, dials },
  ];
  for (const group of groups) {
    const share = group[0]?.share ?? 1;
    phases = phases.flatMap((phase) => [
      { ...phase, share: phase.share * share, dials: withDials(phase.dials, group, ({ dial }) => Math.sign(dial)) },
      { share: phase.share * (1 - share), isDriven: false, dials: withDials(phase.dials, group, () => 0) },
    ]);
  }
  return phases.map((phase, at) =>
    phaseOf(
      circuit,
      { ...setting, state: { apart, dials: phase.dials } },
      { ...phase, frame: like?.[at]?.solved.frame },
    ),
  );
}

const withDials = <One extends { readonly id: string }>(
  dials: ReadonlyMap<string, number>,
  group: readonly One[],
  dialFor: (one: One) => number,
): ReadonlyMap<string, number> => new Map([...dials, ...group.map((one) => [one.id, dialFor(one)] as const)]);

function nodeOf({ compiled }: Phase, at: PointAt): number | NoReading {
  return compiled.nodeOf(at) ?? { kind: 'notKnown', place: at.point };
}

const placeOf = (fault: Fault | undefined): NoReading => ({
  kind: 'notKnown',
  place: fault && 'of' in fault ? fault.of : (fault?.at.point ?? ''),
});

const unsettled = ({ compiled }: Phase, solution: Unsettled): NoReading =>
  solution.kind === 'chatters'
    ? { kind: 'chatters', ids: solution.watchers.map((at) => compiled.watcherIds[at] ?? '') }
    : solution;

/** Whether anything beside the meter joins two nodes. */
function hangTogether(
  { solved: { network } }: Phase,
  { laws, bridges }: Change,
  { judged }: Extract<ChangedSolution, { readonly kind: 'settled' }>,
  one: number,
  other: number,
): boolean {
  const islands = new Islands(network.nodeCount);
  for (const [at, { from, to, law }] of network.branches.entries())
    if (lawAsJudged(laws.get(at) ?? law, at, judged).kind !== 'open') islands.join(from, to);
  for (const { from, to } of bridges) islands.join(from, to);
  return islands.of(one) === islands.of(other);
}
