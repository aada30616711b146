// What other features and packages may use; every other file here is private to the folder.

export {
  type DriveCondition,
  type DriveSpec,
  type DriveValue,
  driveSchema,
  fewestAlike,
  nameOfDriveValue,
} from './driveSpec.js';
export { type Doubt, type DoubtContext, findDoubt } from './findDoubt.js';
export { findFactor, type Slip } from './findSlips.js';
export {
  type Accuracy,
  judgeChoice,
  judgeReading,
  type Margin,
  notJudged,
  optionOf,
  sayVerdict,
  type UncertaintyOf,
  uncertaintyOf,
  type Verdict,
  type VerdictKind,
  withoutValue,
} from './judge.js';
export { judgeChange } from './judgeChange.js';
export { type Counted, type CountProblem, judgeCount, sayCounted } from './judgeCount.js';
export {
  type Driven,
  type DrivenLevels,
  type DriveProblem,
  type DriveStretch,
  type DriveTrace,
  type HeldLevel,
  judgeDrive,
  mostTracePoints,
  sayStretch,
} from './judgeDrive.js';
export { judgeSiblings } from './judgeSiblings.js';
export { expectedOf, judgeRow, judgeSweep } from './judgeSweep.js';
export { boundsAt, type Limits, limitsOf } from './limitsOf.js';
export { numberIn } from './numberIn.js';
export { sayBounds, sayDriveCondition, sayDriveValues, sayRowLimits, saySpec } from './saySpec.js';
export type { JudgedRow, JudgedSeries } from './series.js';
export {
  type BandSpec,
  type ChangeSpec,
  type ChoiceSpec,
  type CountSpec,
  type CurveSpec,
  comesToNumber,
  type FixedSpec,
  type FormulaSpec,
  hasRows,
  isFixed,
  isMeasured,
  isSeries,
  isSpecKind,
  type MeasuredSpec,
  type RowLimits,
  type RowsSpec,
  type SeriesSpec,
  type SiblingsSpec,
  type Spec,
  type SpecKind,
  type SweepSpec,
  specSchema,
  type ToleranceSpec,
  type Zone,
  type ZonesSpec,
} from './spec.js';
export {
  finite,
  formulaText,
  isOrdered,
  kindText,
  nameOrNull,
  nameText,
  openLimit,
  unitText,
} from './specFields.js';
export { specBounds, specLengths } from './specLengths.js';
export { type TypicalZones, typicalZones } from './typicalZones.js';
export {
  boundsOf,
  casesOf,
  casesOfReading,
  changeZones,
  cutsOf,
  limitsOfDrive,
  type ZoneLine,
  zoneIndexAt,
  zonesOf,
  zonesOfDrive,
} from './zonesOf.js';
