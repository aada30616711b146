// What other features and packages may use; every other file here is private to the folder.
export {
  type Actuator,
  actuatorsOf,
  type Condition,
  decodeCommand,
  encodeCommand,
  isSwitch,
  sayCondition,
  unmetCondition,
  withinRange,
} from './actuator.js';
export { type ActuatorUse, actuatorUseSchema, mostSettleSeconds, sayActuatorUse } from './actuatorUse.js';
export { type Effect, type Followed, followed, type Response, type ResponseKind, responseOf } from './response.js';
