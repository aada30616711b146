// What other features and packages may use; every other file here is private to the folder.
export { ambientKPaAt } from './ambient.js';
export { type CommaMeanings, commaMeanings } from './commaMeaning.js';
export { decimalsOf, formatNumber, formatPlain, formatQuantity, formatRange, formatReading } from './formatReading.js';
export { readingIn, type UnitSystem } from './inSystem.js';
export { parseReading, type ReadingProblem, sayReadingProblem } from './parseReading.js';
export type { Reading, ReadingContext, Side } from './reading.js';
