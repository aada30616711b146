// What other features and packages may use; every other file here is private to the folder.
export {
  type Answers,
  type Ask,
  type AskProblem,
  type ExperimentKind,
  type ExperimentResult,
  type Subjects,
  type SuspectRole,
  suspectRoles,
} from './experiment.js';
export { experimentStep } from './experimentStep.js';
export { experimentKinds } from './kinds.js';
export { likelySubjects } from './likelySubjects.js';
export { type Claims, type MeasuredTest, measuredAsks, measuredStep } from './measuredStep.js';
