// What other features and packages may use; every other file here is private to the folder.
export { foundOn, type PathFinding, sayWhere } from './foundOn.js';
export { locate, type PathReadings, type SectionState, type Whereabouts } from './locate.js';
export { type NextPoint, nextPoint } from './nextPoint.js';
