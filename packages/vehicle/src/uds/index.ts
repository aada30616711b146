export { bytesOfCode, codeOfBytes } from './codeBytes.js';
export { refusals, sayRefusal } from './refusals.js';
export {
  type ControlAct,
  type ControlRequest,
  codeReports,
  controlActs,
  decodeRequest,
  encodeRequest,
  everyCode,
  everyRecord,
  type RoutineAct,
  type RoutineRequest,
  type Session,
  services,
  type UdsRequest,
} from './request.js';
export {
  type Answer,
  decodeAnswer,
  type ExtendedRecord,
  encodeRefusal,
  encodeResponse,
  type IdentifiedData,
  type Lengths,
  type ResponseTo,
  type Snapshot,
  type UdsResponse,
  type UnitCode,
} from './response.js';
