// What other features and packages may use; every other file here is private to the folder.
export { type AccountPart, accountParts, type WrittenPart, writtenPartSchema } from './accountPart.js';
export {
  applyJobEvent,
  applyNewJobEvent,
  isMadeByUs,
  isSameCode,
  type JobMisfit,
  reduceJob,
  repairToProve,
  sayJobMisfit,
  wereCleared,
} from './applyJobEvent.js';
export { type Arrival, arrivalSchema, blankArrival, type Occasion, occasions } from './arrival.js';
export { isOfEarlierVisit } from './isOfEarlierVisit.js';
export type { Job, MeasuredVoltage } from './job.js';
export {
  type AppendJobEvents,
  appendJobEventsSchema,
  type JobListItem,
  type JobLog,
  jobParamsSchema,
} from './jobApi.js';
export {
  type JobEvent,
  type JobEventKind,
  type JobEventOf,
  jobEventPermissions,
  jobEventSchema,
  serverMadeKinds,
  signatureLengths,
} from './jobEvent.js';
export { jobEventLengths } from './jobEventLengths.js';
export { type LocalJob, openJob } from './localJob.js';
// Apart from what folds a job: every page holds them, and few open one.
export { noOwnEntries, type OwnEntries, withOwnEntries, withoutEntries } from './ownEntries.js';
export { type ProofVerdict, proofVerdicts } from './proofVerdict.js';
export { isUnfit, type Readiness, readinessOf, sayReadiness, systemVoltageDoubt } from './readiness.js';
export { sheetEntry } from './sheetEntry.js';
export { type Stage, stages } from './stage.js';
export { type NewJobEvent, stampJobEvent } from './stampJobEvent.js';
export {
  complaintCheckOf,
  type Standing,
  type StandingFacts,
  type Station,
  type StationPlace,
  sayWhereAt,
  standingOf,
  standings,
  stationPlaces,
  stations,
} from './standing.js';
export { type TrialCondition, type TrialResult, trialConditions, trialResults } from './trial.js';
export { suspectedMakers, type Unplugged, unpluggedOn } from './unplugged.js';
export { findingIn, findingKinds, vehicleFindings } from './vehicleFindings.js';
export { isRepaired, repairKinds, vehicleRepairs } from './vehicleRepairs.js';
