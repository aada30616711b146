// What other features and packages may use; every other file here is private to the folder.
export { type Routine, type RoutineResult, type RoutineStanding, routineResult, routinesOf } from './routine.js';
