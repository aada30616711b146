// What other features and packages may use; every other file here is private to the folder.
export { type CoverState, coverOf, sayCover } from './coverOf.js';
export {
  type ActuatorInfo,
  type CodeCounter,
  type Cover,
  type Line,
  type LineUnit,
  type LiveValueInfo,
  lineSchema,
  type RoutineInfo,
  type Supply,
  type UnitData,
} from './line.js';
export {
  type DistanceUnit,
  formatDistance,
  type OdometerProblem,
  odometerDoubt,
  parseOdometer,
  sayOdometerProblem,
} from './odometer.js';
export {
  type NewOdometer,
  type NewVehicle,
  newOdometerSchema,
  newVehicleSchema,
  type OdometerReading,
  odometerLengths,
  type Vehicle,
  type VehicleChange,
  vehicleChangeSchema,
  vehicleParamsSchema,
} from './vehicle.js';
export type { CodeOverTime, ToldUnits, VehicleListItem, VehicleSheet } from './vehicleApi.js';
export { checkDigitOf, checkVin, sayVinNotice, tidyVin, type VinNotice } from './vin.js';
