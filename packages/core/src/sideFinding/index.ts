// What other features and packages may use; every other file here is private to the folder.
export {
  byUrgency,
  type CustomerAnswer,
  customerAnswers,
  type FindingAnswer,
  isOpenFinding,
  type RecordedFinding,
  type SideFinding,
  sayFinding,
  sideFindingSchema,
  type Urgency,
  urgencies,
  type VehicleFinding,
} from './sideFinding.js';
