// What other features and packages may use; every other file here is private to the folder.
export { findSlips, type Slip, saySlips } from './findSlips.js';
export {
  type Accuracy,
  judgeChoice,
  judgeReading,
  type Margin,
  optionOf,
  sayVerdict,
  uncertaintyOf,
  type Verdict,
  type VerdictKind,
} from './judge.js';
export {
  type BandSpec,
  type ChoiceSpec,
  type MeasuredSpec,
  type Spec,
  specSchema,
  type ToleranceSpec,
  type Zone,
  type ZonesSpec,
} from './spec.js';
export { casesOf, type ZoneLine, zoneIndexAt, zonesOf } from './zonesOf.js';
