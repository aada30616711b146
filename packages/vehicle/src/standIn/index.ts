export { openStandInMeter, openStandInScope } from './bench/index.js';
export { commandIn } from './command.js';
export { type OpenStandIn, openStandIn } from './openStandIn.js';
export {
  isWholeVin,
  makeStandInVehicle,
  type StandInCommand,
  type StandInVehicle,
  standInVin,
} from './standInVehicle.js';
