// What other features and packages may use; every other file here is private to the folder.
export { applyTrailEvent, type BrokenLog, openPlan, reduceTrail } from './applyTrailEvent.js';
export { type Bench, benchOf, instrumentOf } from './bench.js';
export { readInput } from './benchEvents.js';
export { type EntryProblem, type JudgedEntry, judgeEntry, rowNames } from './judgeEntry.js';
export { type Misfit, sayMisfit } from './misfit.js';
export { planFromTrail } from './planFromTrail.js';
export { sampleEntry } from './sampleEntry.js';
export { outcomeOfTaken } from './stepEvents.js';
export {
  closeCallAsks,
  earlierReading,
  type GivenInput,
  inputsToAsk,
  isAdded,
  type OverriddenNeed,
  type PathReadings,
  type Photo,
  type Remark,
  settledAtMs,
  standingWaymarks,
  type TakenReading,
  type Trail,
  type TrailPosition,
  unmetNeeds,
  voltsAlong,
  type Waymark,
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
  entrySchema,
  type PhotoMark,
  type RemarkKind,
  remarkKinds,
  type TrailEvent,
  type TrailEventOf,
  trailEventSchema,
} from './trailEvent.js';
