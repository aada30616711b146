// What other features and packages may use; every other file here is private to the folder.

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
  type FindingPlace,
  isAbout,
  isOpen,
  type RuleName,
  type Severity,
} from './check/finding.js';
export { type Mend, mendOf } from './check/mendOf.js';
export { comparePlans, type Difference, type DifferenceKind } from './compare/comparePlans.js';
export { blankHookUp, blankOutcome, blankPlan, blankReading, blankStep, blankSuspect } from './document/blankPlan.js';
export { type ComputedOrder, computedOrder } from './document/computedOrder.js';
export { type CurrentPath, type PathSection, pathSchema } from './document/currentPath.js';
export { type AccessLevel, accessLevels } from './document/fields.js';
export { type FormulaName, formulaNames, sayFormulaName, trySample } from './document/formulaNames.js';
export type { HookUp, Lead } from './document/hookUp.js';
export { hookUpOf, hookUpsOf } from './document/hookUpsOf.js';
export { type Mark, markOf, marks, pairsNotToldApart, withMark } from './document/marks.js';
export { completionsAt, mentionedPins, mentionOf, renameMentions, withMentions } from './document/mentions.js';
export { formulasOf, namesUsedBy } from './document/namesUsedBy.js';
export { outcomeFor, outcomeHolds, type ZoneByReading } from './document/outcomeFor.js';
export {
  type Connector,
  faceViews,
  type PartCard,
  partCardSchema,
} from './document/partCard.js';
export { photoIdOf, picturesIn, picturesOfText, pictureText, withPictures } from './document/pictures.js';
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
  stepReadingSchema,
  stepSchema,
  suspectSchema,
  type Task,
  type TaskKind,
  type TooClosePolicy,
  taskKinds,
  taskSchema,
  tooClosePolicies,
} from './document/plan.js';
export {
  type NewPlan,
  newPlanSchema,
  type PlanListItem,
  type PlanVersion,
  type PlanVersionInfo,
  planParamsSchema,
  planVersionParamsSchema,
  type VersionState,
} from './document/planApi.js';
export { planBounds } from './document/planBounds.js';
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
} from './document/planFile.js';
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
} from './document/planIndex.js';
export { planLengths } from './document/planLengths.js';
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
} from './document/sayPlan.js';
export { sayTask } from './document/sayTask.js';
export { type StepField, sayEffort, stepFieldNames, stepFields, textsOf } from './document/stepFields.js';
export { suspectsNamedBy } from './document/suspectsNamedBy.js';
export { upgradePartCard, upgradePlan, upgradeStep, upgradeSuspect } from './document/upgradePlan.js';
export { leadResultTo, resultAt } from './edit/blockEnds.js';
export { addStepAfter, addStepOn, changeOutcome, changeStep, deleteSteps, leadTo } from './edit/editSteps.js';
export {
  addOutcomesOfZones,
  concludeEachSuspect,
  hasOpenZones,
  leadToOwnConclusion,
  suspectsWithoutConclusion,
  zonesWithoutOutcome,
} from './edit/outcomesOfZones.js';
export { type CopiedSteps, copySteps, type Pasted, pasteSteps, readCopiedSteps } from './edit/pasteSteps.js';
export { nameFollows, nameForFormulas, namesTaken, renameValue } from './edit/renameValue.js';
