// What other features and packages may use; every other file here is private to the folder.

export { bitsOfByte, type LineModel, lengthsOfBits, lengthsOfSent, lineSignal, stuffed } from './lines.js';
export {
  type CoilModel,
  type CrankingModel,
  type CylinderModel,
  coilCurrent,
  crankingCurrent,
  cylinderPressure,
  type MotorModel,
  motorCurrent,
  type PwmModel,
  pwmSignal,
  type RingModel,
  ringSignal,
  type Sampling,
} from './machines.js';
export { addNoise, normalNoise, seeded } from './noise.js';
