import { foundOn } from '../currentPath/index.js';
import { indexPlan, type Outcome, type Step, type Suspect } from '../plan/index.js';
import { isStanding, readingsAlong, type Trail, type Waymark } from '../trail/index.js';
import { modelOf } from './evidenceModel.js';
import { suspectsMissed } from './expected.js';
import { posterior, type Seen } from './posterior.js';

/** A suspect as the trail sees it now. */
export interface LineUpEntry {
  readonly suspect: Suspect;
  /** Probability that it is the cause, 0 to 1, given the outcomes so far; all together, and what is not on the list, make 1. */
  readonly share: number;
  /** What cleared it, if something did. */
  readonly clearedBy: Evidence | undefined;
}

/**
 * The suspects by probability, likeliest first, cleared ones at the end: P(s | outcomes) ∝ w(s) · Π P(outcome | s), with P(outcome | s) as
 * in `evidenceModel`. Skipped steps and waymarks set aside are no evidence. A later outcome that points to a cleared suspect takes it up
 * again.
 */
export function lineUp(trail: Trail): readonly LineUpEntry[] {
  const seen = evidenceOf(trail);
  const { shares } = posterior(modelOf(trail), seen.map(toSeen));
  return trail.plan.suspects
    .map((suspect, at) => ({ suspect, clearedBy: clearedBy(suspect, seen), share: shares[at] ?? 0 }))
    .sort((a, b) => Number(a.clearedBy !== undefined) - Number(b.clearedBy !== undefined) || b.share - a.share);
}

/** Probability that the cause is not on the list, 0 to 1: small at first, it grows with all that is cleared. */
export const offListShare = (trail: Trail): number => posterior(modelOf(trail), evidenceOf(trail).map(toSeen)).offList;

/** Something that was found out and counts. */
export interface Evidence {
  /** Of the waymark, or of the path. */
  readonly id: string;
  /** What was done. */
  readonly title: string;
  readonly clears: readonly string[];
  readonly pointsTo: readonly string[];
  readonly source:
    | { readonly kind: 'step'; readonly waymark: Waymark; readonly step: Step; readonly outcome: Outcome }
    | { readonly kind: 'path'; readonly text: string }
    /** A repair that did not help. */
    | { readonly kind: 'repair'; readonly text: string };
}

/**
 * The outcomes of all standing waymarks that were not skipped, and the repairs that did not help, in their order; then what was found along
 * the paths.
 */
export function evidenceOf(
  trail: Pick<Trail, 'plan' | 'waymarks' | 'failedRepairs' | 'pathReadings' | 'pathCurrents'>,
): readonly Evidence[] {
  const { steps } = indexPlan(trail.plan);
  const placed = (from: number, to: number): Evidence[] =>
    trail.failedRepairs
      .filter(({ waymarksBefore }) => waymarksBefore >= from && waymarksBefore < to)
      .map(({ repairId, what, suspectIds, because }) => ({
        id: repairId,
        title: `${what}, and the fault is still there`,
        clears: suspectIds,
        pointsTo: [],
        source: { kind: 'repair', text: because },
      }));
  const ofSteps = trail.waymarks.flatMap((waymark, at) => [...placed(at, at + 1), ...ofWaymark(waymark)]);
  const afterAll = placed(trail.waymarks.length, Number.POSITIVE_INFINITY);
  function ofWaymark(waymark: Waymark): Evidence[] {
    const step = steps.get(waymark.stepId);
    const outcome = step?.outcomes.find(({ id }) => id === waymark.outcomeId);
    if (!step || !outcome || waymark.skippedBecause !== undefined || !isStanding(waymark)) return [];
    const { clears, pointsTo } = outcome;
    return [{ id: waymark.id, title: step.title, clears, pointsTo, source: { kind: 'step', waymark, step, outcome } }];
  }
  const ofPaths = trail.plan.paths.flatMap((path): Evidence[] => {
    const readings = readingsAlong(trail, path.id);
    if (readings.volts.size === 0) return [];
    const { clears, pointsTo, text } = foundOn(path, readings);
    return [{ id: path.id, title: path.name, clears, pointsTo, source: { kind: 'path', text } }];
  });
  return [...ofSteps, ...afterAll, ...ofPaths];
}

export const toSeen = ({ source, clears, pointsTo }: Evidence): Seen =>
  source.kind === 'step'
    ? {
        stepId: source.step.id,
        outcomeId: source.outcome.id,
        missed: suspectsMissed(source.step, source.waymark.taken),
      }
    : { clears, pointsTo };

function clearedBy({ id }: Suspect, seen: readonly Evidence[]): Evidence | undefined {
  const last = seen.findLast(({ clears, pointsTo }) => clears.includes(id) || pointsTo.includes(id));
  return last?.clears.includes(id) ? last : undefined;
}

/** A probability against the likeliest suspect's, in words. */
export function sayLikelihood(share: number, largest: number): string {
  const ratio = largest > 0 ? share / largest : 0;
  if (ratio > 0.999) return 'likeliest';
  if (ratio > 0.7) return 'nearly as likely';
  if (ratio > 0.35) return 'about half as likely';
  return ratio > 0.1 ? 'less likely' : 'unlikely';
}
