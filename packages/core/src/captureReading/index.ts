// What other features and packages may use; every other file here is private to the folder.
export { channelsFor } from './channelsFor.js';
export { readAs } from './detectors.js';
export type { Fact, FactKind, Finding, Flag } from './fact.js';
export { detectors, type PlainFact, plainFacts } from './known.js';
export { clippingOf, delayBetween, measureBetween } from './measureBetween.js';
export { sayCapturedReading, sayMeasure } from './sayCaptured.js';
export {
  type CapturedFact,
  inSteps,
  type MeasuredChannel,
  movedBy,
  referenceFrom,
  sourceOf,
  takeCaptured,
  textOfFact,
} from './takeCaptured.js';
