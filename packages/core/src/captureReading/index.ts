// What other features and packages may use; every other file here is private to the folder.
export { readAs } from './detectors.js';
export type { Fact, Finding, Flag } from './fact.js';
export { type DetectorKind, detectors, type Known, nothingKnown } from './known.js';
export { clippingOf, delayBetween, measureBetween } from './measureBetween.js';
