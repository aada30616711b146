import { sayReadingProblem } from '../reading/index.js';
import type { DriveProblem } from '../spec/index.js';
import type { EntryProblem } from './judgeEntry.js';

/** Why an event does not fit the state of a trail. */
export type Misfit =
  | { readonly kind: 'notOpened' }
  | { readonly kind: 'alreadyOpened' }
  | { readonly kind: 'trailVoided'; readonly by: string }
  | { readonly kind: 'onlyByServer' }
  | { readonly kind: 'otherPlan'; readonly planId: string | null }
  | { readonly kind: 'nothingToFollow' }
  | { readonly kind: 'alreadyConcluded' }
  | { readonly kind: 'notAtStep'; readonly stepId: string }
  | { readonly kind: 'stateNotConfirmed'; readonly what: string; readonly is: string }
  | { readonly kind: 'nothingToOverride' }
  | { readonly kind: 'stillSettling'; readonly untilMs: number }
  | { readonly kind: 'noSuchInput'; readonly inputId: string }
  | { readonly kind: 'notPaused' }
  | { readonly kind: 'closeCall'; readonly asks: 'repeat' | 'betterInstrument' }
  | { readonly kind: 'notCloseToCall'; readonly readingId: string }
  | { readonly kind: 'noSuchReading'; readonly readingId: string }
  | { readonly kind: 'entry'; readonly problem: EntryProblem }
  | { readonly kind: 'readingMissing'; readonly readingId: string }
  | { readonly kind: 'otherOutcome'; readonly outcomeId: string; readonly follows: string | undefined }
  | { readonly kind: 'noSuchOutcome'; readonly outcomeId: string }
  | { readonly kind: 'noSuchWaymark'; readonly waymarkId: string }
  | { readonly kind: 'notAtConclusion'; readonly conclusionId: string }
  | { readonly kind: 'noSuchSuspect'; readonly suspectId: string }
  | { readonly kind: 'noSuchTest'; readonly testId: string }
  | { readonly kind: 'thereAlready'; readonly what: 'suspect' | 'part card' | 'step' | 'path'; readonly id: string }
  | { readonly kind: 'noSuchAddedStep'; readonly stepId: string }
  | { readonly kind: 'stepLeadsOn'; readonly stepId: string }
  | { readonly kind: 'noSuchStep'; readonly stepId: string }
  | { readonly kind: 'notConcluded' }
  | { readonly kind: 'reopenedAlready'; readonly what: string }
  | { readonly kind: 'noCauseNamed' }
  | { readonly kind: 'noSuchPath'; readonly pathId: string }
  | { readonly kind: 'noSuchPoint'; readonly pointId: string }
  | { readonly kind: 'leadsNowhere'; readonly outcomeId: string };

/** The sentence for whoever entered it. */
export function sayMisfit(misfit: Misfit): string {
  switch (misfit.kind) {
    case 'notOpened':
      return 'This trail has not been opened yet.';
    case 'alreadyOpened':
      return 'This trail is open already.';
    case 'trailVoided':
      return `${misfit.by} voided this trail; nothing can be added to it.`;
    case 'onlyByServer':
      return 'Only an administrator voids an entry, at the record of the trail.';
    case 'otherPlan':
      return misfit.planId === null
        ? 'This trail follows no plan, and was given one.'
        : `This trail follows ${misfit.planId}, and was given another plan.`;
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
    case 'stillSettling':
      return 'The vehicle has not settled yet; the step opens when the time is up.';
    case 'noSuchInput':
      return `This plan does not ask for “${misfit.inputId}”.`;
    case 'noSuchSuspect':
      return `There is no suspect “${misfit.suspectId}” on this trail.`;
    case 'noSuchTest':
      return 'There is no test of this trail outside the plan that could be taken back.';
    case 'thereAlready':
      return `There is a ${misfit.what} “${misfit.id}” on this trail already.`;
    case 'noSuchAddedStep':
      return `No test “${misfit.stepId}” was added on this trail.`;
    case 'stepLeadsOn':
      return `The test “${misfit.stepId}” leads to a step of its own; a test that is added leads back to where the trail was.`;
    case 'noSuchStep':
      return `There is no step “${misfit.stepId}” on this trail.`;
    case 'notConcluded':
      return 'This trail has not come to its end: a repair is proven once its cause is accepted.';
    case 'reopenedAlready':
      return `It is on this trail already that this did not help: ${misfit.what}.`;
    case 'noSuchPath':
      return `There is no current path “${misfit.pathId}” on this trail.`;
    case 'noSuchPoint':
      return `There is no point “${misfit.pointId}” on this path that is measured.`;
    case 'noCauseNamed':
      return 'No cause was named that could be withdrawn.';
    case 'notPaused':
      return 'This trail is not paused.';
    case 'closeCall':
      return misfit.asks === 'repeat'
        ? 'This is too close to call. Measure again.'
        : 'This is too close to call. Measure with a better instrument.';
    case 'notCloseToCall':
      return `The reading “${misfit.readingId}” is not too close to call.`;
    case 'noSuchReading':
      return `This step takes no reading “${misfit.readingId}”.`;
    case 'entry':
      return sayEntryProblem(misfit.problem);
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

function sayEntryProblem(entry: EntryProblem): string {
  switch (entry.kind) {
    case 'reading':
      return entry.row === undefined
        ? sayReadingProblem(entry.problem)
        : `${entry.row}: ${sayReadingProblem(entry.problem)}`;
    case 'wrongEntry':
      return `This reading expects a ${entry.expected}.`;
    case 'count':
      return entry.problem.kind === 'tooShort'
        ? `Counted for ${Math.floor(entry.problem.seconds)} of ${entry.problem.inSeconds} s${entry.problem.section === undefined ? '' : ` at “${entry.problem.section}”`}. Go on counting until the time is up.`
        : `This count has ${entry.problem.expected} sections.`;
    case 'drive':
      return sayDriveProblem(entry.problem);
  }
}

const sayDriveProblem = (problem: DriveProblem): string =>
  problem.kind === 'tooShort'
    ? `The conditions held for ${problem.seconds.toFixed(1)} of ${problem.leastSeconds} s. Drive again for longer, or choose another recording.`
    : 'This recording was read for other limits. Choose it again.';
