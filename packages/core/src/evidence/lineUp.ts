import { indexPlan, type Outcome, type Plan, type Step, type Suspect } from '../plan/index.js';
import { standingWaymarks, type Trail, type Waymark } from '../trail/index.js';

/** A suspect as the trail sees it now. */
export interface LineUpEntry {
  readonly suspect: Suspect;
  /** Probability that it is the cause, 0 to 1, given the outcomes so far; all together make 1. */
  readonly share: number;
  /** Where it was cleared, if it was. */
  readonly clearedBy: { readonly waymark: Waymark; readonly step: Step; readonly outcome: Outcome } | undefined;
}

// One wrong reading must not decide everything: an outcome that should be impossible keeps this small chance.
const leak = 0.02;

/**
 * The suspects by probability, likeliest first, cleared ones at the end: P(s | outcomes) ∝ w(s) · Π P(outcome | s).
 * P(outcome | s) is 1 where the outcome points to s or is expected of it; the leak where it clears s, points to others only, or where
 * another outcome of the step is expected of s; and even over the outcomes of the step where nothing is said of s.
 * Skipped steps and waymarks set aside are no evidence. A later outcome that points to a cleared suspect takes it up again.
 */
export function lineUp(plan: Plan, trail: Trail): readonly LineUpEntry[] {
  const seen = evidenceOf(plan, trail);
  const weighed = plan.suspects.map((suspect) => ({
    suspect,
    clearedBy: clearedBy(suspect, seen),
    weight: seen.reduce((weight, { step, outcome }) => weight * chanceOf(outcome, step, suspect.id), suspect.weight),
  }));
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  return weighed
    .map(({ suspect, clearedBy, weight }) => ({ suspect, clearedBy, share: total > 0 ? weight / total : 0 }))
    .sort((a, b) => Number(a.clearedBy !== undefined) - Number(b.clearedBy !== undefined) || b.share - a.share);
}

/** One outcome that counts, with the step that it came from. */
export interface Evidence {
  readonly waymark: Waymark;
  readonly step: Step;
  readonly outcome: Outcome;
}

/** The outcomes of all standing waymarks that were not skipped, in order. */
export function evidenceOf(plan: Plan, trail: Trail): readonly Evidence[] {
  const { steps } = indexPlan(plan);
  return standingWaymarks(trail).flatMap((waymark) => {
    const step = steps.get(waymark.stepId);
    const outcome = step?.outcomes.find(({ id }) => id === waymark.outcomeId);
    return step && outcome && waymark.skippedBecause === undefined ? [{ waymark, step, outcome }] : [];
  });
}

/** P(outcome | suspect), up to a factor: see `lineUp`. */
export function chanceOf(outcome: Outcome, step: Step, suspectId: string): number {
  if (outcome.pointsTo.includes(suspectId) || outcome.expects.includes(suspectId)) return 1;
  if (outcome.clears.includes(suspectId) || outcome.pointsTo.length > 0) return leak;
  if (step.outcomes.some(({ expects }) => expects.includes(suspectId))) return leak;
  return 1 / Math.max(1, step.outcomes.length);
}

function clearedBy({ id }: Suspect, seen: readonly Evidence[]): Evidence | undefined {
  const last = seen.findLast(({ outcome }) => outcome.clears.includes(id) || outcome.pointsTo.includes(id));
  return last?.outcome.clears.includes(id) ? last : undefined;
}

/** A probability against the likeliest suspect's, in words. */
export function sayLikelihood(share: number, largest: number): string {
  const ratio = largest > 0 ? share / largest : 0;
  if (ratio > 0.999) return 'likeliest';
  if (ratio > 0.7) return 'nearly as likely';
  if (ratio > 0.35) return 'about half as likely';
  return ratio > 0.1 ? 'less likely' : 'unlikely';
}
