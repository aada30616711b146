// What other features and packages may use; every other file here is private to the folder.
export {
  type Answers,
  type Ask,
  type AskProblem,
  type ExperimentKind,
  type ExperimentResult,
  type Role,
  roleNames,
  type Subjects,
} from './experiment.js';
export { experimentStep } from './experimentStep.js';
export { experimentKinds } from './kinds.js';
export { likelySubjects } from './likelySubjects.js';
export { type MeasuredTest, measuredAsks, measuredStep, type Says } from './measuredStep.js';
