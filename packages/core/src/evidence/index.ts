// What other features and packages may use; every other file here is private to the folder.
export { cheapestTree, mostInTree, type TestTree } from './cheapestTree.js';
export {
  type ConclusionEffort,
  countWalks,
  type Effort,
  effortByConclusion,
  effortOf,
  isCountWhole,
} from './effortOf.js';
export { type EvidenceModel, evidenceModel, type StepModel } from './evidenceModel.js';
export {
  type Contradiction,
  type EvidenceRow,
  type EvidenceTable,
  evidenceTable,
  mainReasons,
  type Reason,
  type Strength,
  strengthsFor,
  strengthWords,
} from './evidenceTable.js';
export { type Evidence, evidenceOf, type LineUpEntry, lineUp, offListShare, sayLikelihood } from './lineUp.js';
export { listWalks, type Walk } from './listWalks.js';
export { bitsOf, type NextTest, nextTests } from './nextTests.js';
export { type Posterior, posterior, type Seen } from './posterior.js';
export { pointsAt, provenFrom, type Support, supportOf, supportWords } from './supportOf.js';
export type { WalkEnd } from './walkGraph.js';
export { type WhereYouAre, whereYouAre } from './whereYouAre.js';
