import type { Accepted } from '../document/plan.js';

/** Errors keep a draft from being released; warnings do not. */
export type Severity = 'error' | 'warning';

/** The rules of the plan check. */
export type RuleName =
  | 'nothingToFollow'
  | 'doubleId'
  | 'unknownReference'
  | 'outcomeWithoutTarget'
  | 'caseLeftOpen'
  | 'outcomeNeverTaken'
  | 'unreachableStep'
  | 'noWayToConclusion'
  | 'loopWithoutWayOut'
  | 'suspectNeverConcluded'
  | 'concludedAfterCleared'
  | 'clearedAndPointedTo'
  | 'sameWhateverTheReading'
  | 'outcomesOverlap'
  | 'unsupportedConclusion'
  | 'causeWithoutRepair'
  | 'repairWithoutProof'
  | 'taskNeedsUnknownState'
  | 'readingUsedBeforeTaken'
  | 'formulaCircle'
  | 'wrongUnitInFormula'
  | 'notANumber'
  | 'otherQuantity'
  | 'beyondTheHookUp'
  | 'limitNarrowerThanAccuracy'
  | 'liveDoesNotFit'
  | 'driveDoesNotFit'
  | 'captureDoesNotFit'
  | 'commandedTwice'
  | 'resistanceMeasuredLive'
  | 'unpluggedLive'
  | 'stateUntold'
  | 'experimentUnsafe'
  | 'hardBeforeEasy'
  | 'noVisualCheck'
  | 'blockInItself'
  | 'leftOpen'
  | 'unknownInput';

/** What a finding is about; the editor jumps there. */
export interface FindingPlace {
  readonly stepId?: string;
  readonly outcomeId?: string;
  readonly suspectId?: string;
  readonly conclusionId?: string;
}

export interface Finding {
  readonly rule: RuleName;
  readonly severity: Severity;
  readonly at: FindingPlace;
  /** What is wrong, in one sentence. */
  readonly message: string;
  /** What to do about it, in one sentence. */
  readonly todo: string;
  /** Why the author lets it stand; only of warnings, and only where they have said so. */
  readonly acceptedBecause?: string;
}

/** A finding of which nobody has said that it may stand. */
export const isOpen = ({ acceptedBecause }: Finding): boolean => acceptedBecause === undefined;

/** How the plan keeps that a finding may stand. */
export const acceptanceOf = ({ rule, at }: Finding, reason: string): Accepted => ({
  rule,
  stepId: at.stepId ?? null,
  outcomeId: at.outcomeId ?? null,
  suspectId: at.suspectId ?? null,
  conclusionId: at.conclusionId ?? null,
  reason,
});

/** Whether it is about this finding. */
export const isAbout = ({ rule, stepId, outcomeId, suspectId, conclusionId }: Accepted, { rule: found, at }: Finding) =>
  rule === found &&
  stepId === (at.stepId ?? null) &&
  outcomeId === (at.outcomeId ?? null) &&
  suspectId === (at.suspectId ?? null) &&
  conclusionId === (at.conclusionId ?? null);
