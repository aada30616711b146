import { sayReadingProblem } from '../reading/index.js';
import type { EntryProblem } from './judgeEntry.js';

/** Why an event does not fit the state of a trail. */
export type Misfit =
  | { readonly kind: 'notOpened' }
  | { readonly kind: 'alreadyOpened' }
  | { readonly kind: 'otherPlan'; readonly planId: string; readonly planVersion: number }
  | { readonly kind: 'nothingToFollow' }
  | { readonly kind: 'alreadyConcluded' }
  | { readonly kind: 'notAtStep'; readonly stepId: string }
  | { readonly kind: 'stateNotConfirmed'; readonly what: string; readonly is: string }
  | { readonly kind: 'nothingToOverride' }
  | { readonly kind: 'noSuchReading'; readonly readingId: string }
  | { readonly kind: 'entry'; readonly problem: EntryProblem }
  | { readonly kind: 'readingMissing'; readonly readingId: string }
  | { readonly kind: 'otherOutcome'; readonly outcomeId: string; readonly follows: string | undefined }
  | { readonly kind: 'noSuchOutcome'; readonly outcomeId: string }
  | { readonly kind: 'noSuchWaymark'; readonly waymarkId: string }
  | { readonly kind: 'notAtConclusion'; readonly conclusionId: string }
  | { readonly kind: 'leadsNowhere'; readonly outcomeId: string };

/** The sentence for whoever entered it. */
export function sayMisfit(misfit: Misfit): string {
  switch (misfit.kind) {
    case 'notOpened':
      return 'This trail has not been opened yet.';
    case 'alreadyOpened':
      return 'This trail is open already.';
    case 'otherPlan':
      return `This trail follows ${misfit.planId}, version ${misfit.planVersion}, and was given another plan.`;
    case 'nothingToFollow':
      return 'This plan has no first step to follow.';
    case 'alreadyConcluded':
      return 'This trail is concluded; nothing can be added to it.';
    case 'notAtStep':
      return `The trail is not at the step “${misfit.stepId}” now; it has moved on or back, perhaps on another device.`;
    case 'stateNotConfirmed':
      return `This step needs ${misfit.what} ${misfit.is}, which has not been confirmed.`;
    case 'nothingToOverride':
      return 'The step needs none of these states, or has them already.';
    case 'noSuchReading':
      return `This step takes no reading “${misfit.readingId}”.`;
    case 'entry':
      return misfit.problem.kind === 'reading'
        ? sayReadingProblem(misfit.problem.problem)
        : `This reading expects a ${misfit.problem.expected}.`;
    case 'readingMissing':
      return `The reading “${misfit.readingId}” has not been taken yet.`;
    case 'otherOutcome':
      return `The readings do not lead to the outcome “${misfit.outcomeId}”; they lead to ${misfit.follows ? `“${misfit.follows}”` : 'none'}.`;
    case 'noSuchOutcome':
      return `This step has no outcome “${misfit.outcomeId}”.`;
    case 'noSuchWaymark':
      return `There is no standing waymark “${misfit.waymarkId}” to go back to.`;
    case 'notAtConclusion':
      return `The trail has not come to the conclusion “${misfit.conclusionId}”.`;
    case 'leadsNowhere':
      return `The outcome “${misfit.outcomeId}” leads nowhere; the plan is not finished here.`;
  }
}
