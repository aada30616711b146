export { commandIn } from './command.js';
export { type OpenStandIn, openStandIn } from './openStandIn.js';
export { addressOf, makeStandInVehicle, type StandInCommand, type StandInVehicle } from './standInVehicle.js';
