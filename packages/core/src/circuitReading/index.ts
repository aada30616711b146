// What other features and packages may use; every other file here is private to the folder.
export { askOfStep, type CircuitAsk } from './askOfStep.js';
export { type FaultSeen, type ReadingByCircuit, readingByCircuit } from './readingByCircuit.js';
