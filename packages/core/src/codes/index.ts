// What other features and packages may use; every other file here is private to the folder.
export {
  type CodeSheet,
  codeKey,
  isUnknownUnit,
  mostCodes,
  type NewSheet,
  newSheetSchema,
  type SentSheet,
  type SheetCode,
  type SheetMoment,
  type SheetUnit,
  saysTheSame,
  sentSheetSchema,
  sheetCodeSchema,
  sheetMoments,
  sheetUnitSchema,
  type UnitAnswer,
  type UnitIdentity,
  unitAnswers,
  unitIdentitySchema,
  unknownUnitId,
  withExpectedUnits,
} from './codeSheet.js';
export { findStatus, hasStatus, isSeen, isUntested, type StatusBit, sayStatus, statusOf } from './codeStatus.js';
export { type Affected, type CommonCause, findCommonCauses } from './commonCause.js';
export {
  type CodeChange,
  type CodeChangeKind,
  changesBetween,
  codeChanges,
  codesByKey,
  compareSheets,
  type SheetComparison,
  type UnitChange,
  unitChanges,
} from './compareSheets.js';
export {
  type DecodedCode,
  decodeFaultCode,
  type FaultCode,
  formatFaultCode,
  parseFaultCode,
  sayDecoded,
  sayNotACode,
} from './faultCode.js';
export { type ReadCodeText, readCodeText, sayNothingFound } from './readCodeText.js';
export { type SelfTest, type SelfTestCondition, sayConditions, saySelfTest, selfTestSchema } from './selfTest.js';
export {
  type IdentityField,
  type IdentityNotice,
  identityNotices,
  sayIdentity,
  sayIdentityNotice,
} from './unitIdentity.js';
