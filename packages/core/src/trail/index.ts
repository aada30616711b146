// What other features and packages may use; every other file here is private to the folder.
export { applyTrailEvent, type BrokenLog, reduceTrail } from './applyTrailEvent.js';
export { type Bench, benchOf, instrumentOf } from './bench.js';
export { readInput } from './benchEvents.js';
export { type EntryProblem, type JudgedEntry, judgeEntry, rowNames } from './judgeEntry.js';
export { type Misfit, sayMisfit } from './misfit.js';
export { sampleEntry } from './sampleEntry.js';
export { outcomeOfTaken } from './stepEvents.js';
export {
  closeCallAsks,
  earlierReading,
  type GivenInput,
  inputsToAsk,
  type OffPlanTest,
  type OverriddenNeed,
  type Photo,
  type Remark,
  settledAtMs,
  standingWaymarks,
  type TakenReading,
  type Trail,
  type TrailPosition,
  unmetNeeds,
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
