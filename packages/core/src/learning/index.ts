// What other features and packages may use; every other file here is private to the folder.
export { type Counted, type Spread, spreadOf } from './distribution.js';
export { authorsStrength, type FleetWeight, fleetWeights, sayFleetWeight, withFleetWeights } from './fleetWeights.js';
export type { LearnedPlan, PlanFound } from './learningApi.js';
export {
  addLessons,
  type CountedTopic,
  type CountTally,
  countedTopics,
  type Lesson,
  lessonChange,
  lessonRevision,
  noLesson,
  type ReadingTally,
} from './lesson.js';
export { foundOf, type LessonInput, lessonOf } from './lessonOf.js';
export { lessonsToCsv, stepCountNames } from './lessonsCsv.js';
export type { LimitAdvice } from './limitAdvice.js';
export {
  type CauseLessons,
  type PlanLessons,
  planLessons,
  type ReadingLessons,
  type StepLessons,
} from './planLessons.js';
export { roundedValue } from './roundedValue.js';
