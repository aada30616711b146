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
import { type CircuitAsk, type ReadingByCircuit, readingByCircuit } from '@probe-trail/core/circuitReading';
import type { Result } from '@probe-trail/core/result';
import { expose } from 'comlink';

let prepared: { readonly key: string; readonly solved: PreparedCircuit } | undefined;

/** A circuit in a state stays solved until another one is asked for. */
function preparedFor(circuit: Circuit, state: CircuitState): PreparedCircuit {
  const key = JSON.stringify([circuit, [...state.dials], [...state.apart]]);
  if (prepared?.key !== key) prepared = { key, solved: new PreparedCircuit(circuit, { ...plainSetting, state }) };
  return prepared.solved;
}

const solver = {
  measure: (circuit: Circuit, state: CircuitState, probing: Probing, fault: Fault | undefined): MeterReading =>
    preparedFor(circuit, state).measure(probing, fault),
  readingByCircuit: (circuit: Circuit, ask: CircuitAsk): Result<ReadingByCircuit, string> =>
    readingByCircuit(circuit, ask),
  deadTable: (circuit: Circuit, state: CircuitState): DeadTable => deadTable(circuit, state),
};

export type CircuitSolver = typeof solver;

expose(solver);
