// What other features and packages may use; every other file here is private to the folder.
export { type Move, movesTo, takesApart } from './movesTo.js';
export { lastingStates, type VehicleState, vehicleStates } from './vehicleState.js';
