import type { Plan } from '../document/plan.js';
import { blocksInThemselves, inputsLeftOpen, unknownInputs } from './blockRules.js';
import { capturesThatDoNotFit } from './captureRules.js';
import { experimentsUnsafe } from './experimentRules.js';
import { type Finding, isAbout } from './finding.js';
import { commandedTwice, drivesThatDoNotFit, liveThatDoesNotFit } from './liveRules.js';
import { otherQuantities, usesOfNoNumber } from './numberRules.js';
import { easierStepsLater, noVisualCheck } from './orderRules.js';
import {
  beyondTheHookUp,
  formulaCircles,
  limitsNarrowerThanAccuracy,
  readingsUsedBeforeTaken,
  wrongUnitsInFormulas,
} from './readingRules.js';
import { doubleIds, nothingToFollow, unknownReferences } from './referenceRules.js';
import { resistanceMeasuredLive, statesUntold, unpluggedLive } from './stateRules.js';
import { casesLeftOpen, outcomesNeverTaken, outcomesOverlap, outcomesWithoutTarget } from './stepRules.js';
import {
  causesWithoutRepair,
  concludedAfterCleared,
  repairsWithoutProof,
  sameWhateverTheReading,
  suspectsNeverConcluded,
  tasksNeedingUnknownStates,
  unsupportedConclusions,
} from './suspectRules.js';
import { endlessSteps, unreachableSteps } from './wayRules.js';

type Rule = (plan: Plan) => Finding[];

/** Rules about a diagnosis as a whole: a block is a part of one, and its suspects are concluded by the plans that have it in them. */
const wholeRules: ReadonlySet<Rule> = new Set([
  suspectsNeverConcluded,
  unsupportedConclusions,
  causesWithoutRepair,
  repairsWithoutProof,
  noVisualCheck,
]);

const rules: readonly Rule[] = [
  nothingToFollow,
  blocksInThemselves,
  doubleIds,
  unknownReferences,
  unknownInputs,
  inputsLeftOpen,
  outcomesWithoutTarget,
  casesLeftOpen,
  outcomesNeverTaken,
  outcomesOverlap,
  unreachableSteps,
  endlessSteps,
  suspectsNeverConcluded,
  concludedAfterCleared,
  sameWhateverTheReading,
  unsupportedConclusions,
  causesWithoutRepair,
  repairsWithoutProof,
  tasksNeedingUnknownStates,
  readingsUsedBeforeTaken,
  formulaCircles,
  wrongUnitsInFormulas,
  usesOfNoNumber,
  otherQuantities,
  beyondTheHookUp,
  limitsNarrowerThanAccuracy,
  liveThatDoesNotFit,
  drivesThatDoNotFit,
  capturesThatDoNotFit,
  commandedTwice,
  resistanceMeasuredLive,
  unpluggedLive,
  statesUntold,
  experimentsUnsafe,
  easierStepsLater,
  noVisualCheck,
];

/** Analyses a plan like a program, without walking it: every finding of every rule, in the order of the rules. */
export const checkPlan = (plan: Plan): readonly Finding[] =>
  rules
    .filter((rule) => plan.block === null || !wholeRules.has(rule))
    .flatMap((rule) => rule(plan))
    .map((finding) => withAcceptance(plan, finding));

function withAcceptance({ accepted }: Plan, finding: Finding): Finding {
  // An error keeps the plan from being followed: nobody can accept that.
  const found = finding.severity === 'warning' ? accepted.find((one) => isAbout(one, finding)) : undefined;
  return found ? { ...finding, acceptedBecause: found.reason } : finding;
}

/** Findings that keep a plan from being released. */
export const errorsOf = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter(({ severity }) => severity === 'error');
