// What other features and packages may use; every other file here is private to the folder.
export {
  type CapturedMeasure,
  type CapturedReading,
  capturedReadingSchema,
  type DetectorKind,
  detectorKinds,
  type FitFact,
  fitFacts,
  type Known,
  knownBounds,
  knownSchema,
  longestChannelName,
  mostReferencePoints,
  nothingKnown,
  type Reference,
  referenceSchema,
} from './capturedReading.js';
export { type CaptureSource, captureSourceSchema, largestLevel, mostCells, mostMarks } from './captureSource.js';
