// What other features and packages may use; every other file here is private to the folder.
export { type ConclusionEffort, countWalks, type Effort, effortByConclusion, effortOf } from './effortOf.js';
export { type Evidence, evidenceOf, type LineUpEntry, lineUp, sayLikelihood } from './lineUp.js';
export { listWalks, type Walk } from './listWalks.js';
export type { WalkEnd } from './walkGraph.js';
export { type WhereYouAre, whereYouAre } from './whereYouAre.js';
