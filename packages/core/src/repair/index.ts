// What other features and packages may use; every other file here is private to the folder.
export { blankRepair, type Repair, type RepairWay, repairSchema, repairWays, type UsedPart } from './repair.js';
export { type FaultReturn, returnsAfter, type VehiclePast, type VisitCodes } from './returnsAfter.js';
export { sayPart, sayRepair } from './sayRepair.js';
export { isLeftOver, type RecordedRepair, type VehicleRepair } from './vehicleRepair.js';
