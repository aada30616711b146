// What other features and packages may use; every other file here is private to the folder.
export { type DetectorKind, detectors, type Known, nothingKnown, readAs } from './detectors.js';
export type { Fact, Finding, Flag } from './fact.js';
export { clippingOf, delayBetween, measureBetween } from './measureBetween.js';
