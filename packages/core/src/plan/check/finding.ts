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
  | 'concludedAfterCleared';

/** What a finding is about; the editor jumps there. */
export interface Place {
  readonly stepId?: string;
  readonly outcomeId?: string;
  readonly suspectId?: string;
  readonly conclusionId?: string;
}

export interface Finding {
  readonly rule: RuleName;
  readonly severity: Severity;
  readonly at: Place;
  /** What is wrong, in one sentence. */
  readonly says: string;
  /** What to do about it, in one sentence. */
  readonly todo: string;
}
