// What other features and packages may use; every other file here is private to the folder.
export type { Pattern } from './bars.js';
export { type CoilReading, readCoil } from './coil.js';
export { type ControlReading, readControl } from './control.js';
export { type CrankingReading, readCranking } from './cranking.js';
export { type CylinderReading, type CylinderShape, readCylinder } from './cylinder.js';
export { type Burst, type Dropout, findBursts, findDropouts } from './dropouts.js';
export { type Edges, fallingTimes, findEdges, risingTimes } from './edges.js';
export { type Band, fitReference, type ReferenceFit } from './fitReference.js';
export { type Levels, levelsOf } from './levels.js';
export {
  type Clipping,
  type Delay,
  findClipping,
  measureDelay,
  measurePulses,
  measureTransition,
  type Pulses,
  type Sums,
  sumUp,
} from './measure.js';
export { type MotorReading, type Ripple, readMotor, type Span } from './motor.js';
export { blockMeans, type Measured, noiseOf, partOf, type Signal } from './signal.js';
export { type Ring, readTeeth, type TeethReading, type ToothFault, toothFaultKinds } from './teeth.js';
