// What other features and packages may use; every other file here is private to the folder.
export { applyTrailEvent, type BrokenLog, foldStored, openPlan, reduceTrail } from './applyTrailEvent.js';
export { readInput } from './contextEvents.js';
export { foldLog } from './foldLog.js';
export { type EntryProblem, type JudgedEntry, judgeEntry, rowNames } from './judgeEntry.js';
export {
  emptyLog,
  type LocalLog,
  logFromKept,
  logToKeep,
  openedLog,
  type ServersPart,
  withAcknowledged,
  withArrived,
  withRecorded,
  withRefused,
} from './localLog.js';
export { instrumentOf, type MeasuringContext, measuringContextOf } from './measuringContext.js';
export { type Misfit, sayMisfit } from './misfit.js';
export {
  confirmedState,
  enteredReading,
  type NewTrailEvent,
  nextEvent,
  openingOf,
  stampTrailEvent,
} from './nextEvents.js';
export { planFromTrail } from './planFromTrail.js';
export { drivenAs, sampleEntry } from './sampleEntry.js';
export { sayTaken } from './sayTaken.js';
export { outcomeOfTaken } from './stepEvents.js';
export { type MeasuredAt, takenBetween } from './takenBetween.js';
export {
  closeCallAsks,
  earlierReading,
  type FailedRepair,
  type GivenInput,
  inputsToAsk,
  isAdded,
  isStanding,
  type OverriddenNeed,
  type PathReadings,
  type Photo,
  placeOfTrail,
  type Remark,
  readingsAlong,
  settledAtMs,
  standingWaymarks,
  type TakenReading,
  type Trail,
  type TrailPosition,
  toMeasureAgain,
  type Unfit,
  unmetNeeds,
  type Waymark,
  waymarksProving,
} from './trail.js';
export {
  type AnsweredRemark,
  type AppendEvents,
  type Appended,
  appendEventsSchema,
  liveTrailQuerySchema,
  type PlanRemark,
  type TrailListItem,
  type TrailLog,
  trailParamsSchema,
} from './trailApi.js';
export {
  type Entry,
  type EntryOf,
  entrySchema,
  openedVehicleLengths,
  type PhotoMark,
  type RemarkKind,
  remarkKinds,
  type TrailEvent,
  type TrailEventOf,
  trailEventLengths,
  trailEventSchema,
  typedLength,
} from './trailEvent.js';
