// What other features and packages may use; every other file here is private to the folder.
export { bestShift, type ValueRows } from './bestShift.js';
export type { AccuracyOf } from './comparedRows.js';
export { type DriveFacts, driveFacts } from './driveFacts.js';
export {
  type Cell,
  cellBetween,
  cellsOf,
  makePyramid,
  type Pyramid,
  type RowAt,
  rowAtSteps,
  rowAtTimes,
  type Values,
} from './pyramid.js';
export { type ReadDrive, readDrive } from './readDrive.js';
export {
  type Channel,
  type ChannelInfo,
  gapMs,
  lengthOf,
  type Mark,
  makeRecorder,
  noValue,
  type RecordedRows,
  type Recorder,
  type Recording,
  recordingOf,
  rowFrom,
  rowMs,
  valueAt,
} from './recording.js';
export {
  largestFile,
  largestPiece,
  largestRecording,
  type NewRecording,
  newRecordingSchema,
  type PieceQuery,
  pieceQuerySchema,
  type RecordingKind,
  type RecordingListItem,
  recordingKinds,
  recordingLengths,
  recordingParamsSchema,
  type StoredBytes,
} from './recordingApi.js';
export { recordingToCsv } from './recordingCsv.js';
export { arrowTableIn, marksIn, readRecording, writeRecording } from './recordingFile.js';
export { recordingToSvg, type SeenChannel, type SeenRecording } from './recordingSvg.js';
export {
  type Between,
  betweenMarkers,
  findStretches,
  type Question,
  type Stretch,
  type StretchSum,
  sumOf,
} from './search.js';
