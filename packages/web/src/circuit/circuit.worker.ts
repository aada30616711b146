import {
  type Circuit,
  type CircuitState,
  type Fault,
  type MeterReading,
  PreparedCircuit,
  type Probing,
  plainSetting,
  type Seen,
  type SharedCauses,
  sharedCauses,
} from '@probe-trail/core/circuit';
import { expose } from 'comlink';

let prepared: { readonly circuit: Circuit; readonly state: CircuitState; readonly solved: PreparedCircuit } | undefined;

/** A circuit in a state stays solved until another one is asked for. */
function preparedFor(circuit: Circuit, state: CircuitState): PreparedCircuit {
  const isSame = prepared && JSON.stringify([...prepared.state.dials, ...prepared.state.apart]) === keyOf(state);
  if (prepared?.circuit.id !== circuit.id || !isSame)
    prepared = { circuit, state, solved: new PreparedCircuit(circuit, { ...plainSetting, state }) };
  return prepared.solved;
}

const keyOf = ({ dials, apart }: CircuitState): string => JSON.stringify([...dials, ...apart]);

const solver = {
  measure: (circuit: Circuit, state: CircuitState, probing: Probing, fault: Fault | undefined): MeterReading =>
    preparedFor(circuit, state).measure(probing, fault),
  shared: (circuit: Circuit, state: CircuitState, seen: readonly Seen[]): SharedCauses =>
    sharedCauses(circuit, state, seen),
};

export type CircuitSolver = typeof solver;

expose(solver);
