import {
  type Circuit,
  type CircuitState,
  type DeadTable,
  deadTable,
  type Fault,
  type MeterReading,
  PreparedCircuit,
  type Probing,
  plainSetting,
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
  deadTable: (circuit: Circuit, state: CircuitState): DeadTable => deadTable(circuit, state),
};

export type CircuitSolver = typeof solver;

expose(solver);
