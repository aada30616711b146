// What other features and packages may use; every other file here is private to the folder.
export {
  type CardCheck,
  type CardToKeep,
  type ChecksQuery,
  cardToKeepSchema,
  checksQuerySchema,
  type KnownGood,
  type LibraryCard,
  type LibraryCardInfo,
  type Usage,
  type UsageQuery,
  usageLengths,
  usageQuerySchema,
} from './libraryApi.js';
export { type PinName, readPinName, renamePin, replaceCard, sayPinName } from './replace.js';
export { suspectsOfCard } from './suspectsOfCard.js';
export { type UsageHow, type UsageIn, usagesIn } from './usagesIn.js';
