// What other features and packages may use; every other file here is private to the folder.
export { type Effort, effortOf } from './effortOf.js';
export { type Evidence, evidenceOf, type LineUpEntry, lineUp, sayLikelihood } from './lineUp.js';
export { type WhereYouAre, whereYouAre } from './whereYouAre.js';
