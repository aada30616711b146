// What other features and packages may use; every other file here is private to the folder.
export {
  type BusWatch,
  causesOfLoss,
  isThereNow,
  type Seen,
  type Stretch,
  type UnitPresence,
  wasNeverThere,
  withoutLosses,
  withSeen,
} from './busWatch.js';
