// What other features and packages may use; every other file here is private to the folder.
export { type Action, actions, isTakenApartBy, proposedAction } from './actions.js';
export { type Move, movesTo, takesApart } from './movesTo.js';
export { actionOf, lastingStates, type VehicleState, vehicleStates } from './vehicleState.js';
