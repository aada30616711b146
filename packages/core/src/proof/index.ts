// What other features and packages may use; every other file here is private to the folder.
export {
  type DueTask,
  type PointState,
  type Proof,
  type ProofInput,
  type ProofPoint,
  pointStates,
  type RepeatedReading,
} from './proof.js';
export { openPoints, proofOf, sayProof, verdictOf } from './proofOf.js';
export { judgeTask } from './taskPoints.js';
