// What other features and packages may use; every other file here is private to the folder.
export { blankHookUp, blankOutcome, blankPlan, blankReading, blankStep } from './blankPlan.js';
export { blockOfSteps } from './block/blockOfSteps.js';
export {
  blocksIn,
  fillIn,
  makeOwn,
  newUse,
  type PutBlock,
  putBlock,
  putBlockAfter,
  useOfVersion,
} from './block/putBlock.js';
export { checkPlan, errorsOf } from './check/checkPlan.js';
export {
  acceptanceOf,
  type Finding,
  isAbout,
  isOpen,
  type Place,
  type RuleName,
  type Severity,
} from './check/finding.js';
export { type Mend, mendOf } from './check/mendOf.js';
export { comparePlans, type Difference, type DifferenceKind } from './compare/comparePlans.js';
export { leadResultTo, resultAt } from './edit/blockEnds.js';
export { addStepAfter, addStepOn, changeOutcome, changeStep, deleteSteps, leadTo } from './edit/editSteps.js';
export { type CopiedSteps, copySteps, type Pasted, pasteSteps, readCopiedSteps } from './edit/pasteSteps.js';
export { type AccessLevel, accessLevels } from './fields.js';
export { type FormulaName, formulaNames, sayFormulaName, trySample } from './formulaNames.js';
export type { HookUp, Lead } from './hookUp.js';
export { type Mark, markOf, marks, pairsNotToldApart, withMark } from './marks.js';
export { completionsAt, mentionedPins, mentionOf, renameMentions, withMentions } from './mentions.js';
export { outcomeFor, outcomeHolds, type ZoneByReading } from './outcomeFor.js';
export { type Connector, faceViews, type PartCard, partCardSchema } from './partCard.js';
export { type Path, type PathSection, pathSchema } from './path.js';
export { photoIdOf, picturesIn, picturesOfText, pictureText, withPictures } from './pictures.js';
export {
  type Accepted,
  type BlockInput,
  type BlockUse,
  type Conclusion,
  type Expectation,
  type Experiment,
  experimentNames,
  type GoTo,
  type Input,
  type Need,
  type Outcome,
  type Plan,
  planFormatVersion,
  planSchema,
  type Step,
  type StepReading,
  type Suspect,
  stepSchema,
  suspectSchema,
  type TooClosePolicy,
  tooClosePolicies,
} from './plan.js';
export {
  type NewPlan,
  newPlanSchema,
  type PlanListItem,
  type PlanVersion,
  type PlanVersionInfo,
  planParamsSchema,
  planVersionParamsSchema,
  type VersionState,
} from './planApi.js';
export {
  type Picture,
  type PlanFile,
  type PlanFileProblem,
  pictureTypes,
  planFileSchema,
  readPlan,
  readPlanFile,
  sayPlanFileProblem,
  writePlanFile,
} from './planFile.js';
export {
  type FoundPin,
  findPin,
  indexPlan,
  isSameGoal,
  type PlanIndex,
  pinNamed,
  pinPlaces,
  pinsIn,
  placeNamed,
} from './planIndex.js';
export {
  letterOf,
  sayCondition,
  sayGoal,
  sayHookUp,
  sayLead,
  sayMentions,
  sayNeed,
  sayPlace,
  saySuspects,
  sayZones,
} from './sayPlan.js';
export { suspectsNamedBy } from './suspectsNamedBy.js';
export { upgradePlan } from './upgradePlan.js';
