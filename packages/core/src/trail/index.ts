// What other features and packages may use; every other file here is private to the folder.
export { applyTrailEvent, type BrokenLog, outcomeOfTaken, reduceTrail } from './applyTrailEvent.js';
export { type EntryProblem, type JudgedEntry, judgeEntry } from './judgeEntry.js';
export { type Misfit, sayMisfit } from './misfit.js';
export {
  earlierReading,
  type OverriddenNeed,
  standingWaymarks,
  type TakenReading,
  type Trail,
  type TrailPosition,
  unmetNeeds,
  type Waymark,
} from './trail.js';
export {
  type AppendEvents,
  type Appended,
  appendEventsSchema,
  liveTrailQuerySchema,
  type TrailListItem,
  type TrailLog,
  trailParamsSchema,
} from './trailApi.js';
export { type Entry, entrySchema, type TrailEvent, type TrailEventOf, trailEventSchema } from './trailEvent.js';
