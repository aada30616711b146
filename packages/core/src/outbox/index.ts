// What other features and packages may use; every other file here is private to the folder.
export { type Answer, drainOutbox, type OnItsWay } from './drainOutbox.js';
export { oneAtATime } from './oneAtATime.js';
