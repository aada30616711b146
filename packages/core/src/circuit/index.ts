// What other features and packages may use; every other file here is private to the folder.
export { type BridgeReport, bridgeReport } from './answers/bridge.js';
export {
  type DeadTable,
  deadTable,
  type Seen,
  type SharedCause,
  type SharedCauses,
  sharedCauses,
} from './answers/commonCause.js';
export { consumersOf } from './answers/consumers.js';
export { type Band, type Expected, expectedReading, numberOf } from './answers/expected.js';
export {
  type NextMeasurement,
  nextMeasurements,
  type Reachable,
  type ReachableState,
  type Suspected,
} from './answers/nextMeasurement.js';
export { checkCircuit } from './check/checkCircuit.js';
export type { CircuitFinding } from './check/finding.js';
export {
  bodyPoint,
  type Circuit,
  type CircuitConnector,
  type CircuitInfo,
  type CircuitToKeep,
  type Component,
  type ComponentKind,
  type ComponentOf,
  circuitFormat,
  circuitFormatVersion,
  circuitSchema,
  circuitToKeepSchema,
  type KeptCircuit,
  ohmsOfWire,
  type PointAt,
  type Side,
  terminalsOf,
  type Wire,
} from './document/circuit.js';
export { readCircuit } from './document/circuitFile.js';
export { pointsOf } from './document/points.js';
export { circuitToSpice } from './exchange/circuitToSpice.js';
export { type Fault, type FaultKind, faultId } from './fault/fault.js';
export { faultsOf } from './fault/faultsOf.js';
export { sayBranch, sayFault } from './fault/sayFault.js';
export type { MeterReading, NoReading, Probing } from './meter/measure.js';
export { PreparedCircuit } from './meter/preparedCircuit.js';
export { sayReading } from './meter/sayReading.js';
export { plainSetting, type Setting } from './network/compile.js';
export { asItStands, type CircuitState, statesNotKnown, stateWhile } from './network/state.js';
