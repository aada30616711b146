// What other features and packages may use; every other file here is private to the folder.
export {
  type ChosenValue,
  type LeftOut,
  type LogChoice,
  type LogReading,
  makeLogReading,
  type ReadLog,
} from './logReading.js';
export { headOfTable, type LaidOutLog, type LogShape, type LogValue, layoutOfLog, rowsOfTable } from './logShape.js';
export { msPerWord, type TimeForm, timeForms } from './logTime.js';
