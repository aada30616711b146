import type { Reading } from '../reading/index.js';
import type { Verdict } from '../spec/index.js';
import type { Entry } from './trailEvent.js';

/** One walk of one plan on one vehicle. */
export interface Trail {
  /** The visit of the vehicle that it belongs to; `null` without one. */
  readonly jobId: string | null;
  readonly planId: string;
  readonly planVersion: number;
  readonly vehicle: { readonly fleetNumber: string; readonly line: string };
  readonly complaint: string;
  readonly openedAtMs: number;
  readonly openedBy: string;
  readonly at: TrailPosition;
  /** The vehicle state as the trail believes it: what → is, such as `ignition` → `on`. */
  readonly believed: Readonly<Record<string, string>>;
  /** Needs of the open step that could not be met: it is tested all the same. */
  readonly overridden: readonly OverriddenNeed[];
  /** Readings of the step that is open, by reading id. */
  readonly taken: Readonly<Record<string, TakenReading>>;
  /** Steps done, in order; those set aside by going back stay, marked. */
  readonly waymarks: readonly Waymark[];
  readonly lastEventAtMs: number;
  readonly lastEventBy: string;
}

export type TrailPosition =
  | { readonly kind: 'step'; readonly stepId: string }
  /** The plan has come to its end; the technician has still to accept it. */
  | { readonly kind: 'conclusion'; readonly conclusionId: string }
  | { readonly kind: 'concluded'; readonly conclusionId: string; readonly atMs: number; readonly by: string };

/** A vehicle state that a step needs and did not get, with the reason why it was tested all the same. */
export interface OverriddenNeed {
  readonly what: string;
  readonly is: string;
  readonly reason: string;
  readonly by: string;
}

export interface TakenReading {
  readonly eventId: string;
  readonly readingId: string;
  readonly entry: Entry;
  /** `undefined` for a choice. */
  readonly reading: Reading | undefined;
  readonly verdict: Verdict;
  readonly atMs: number;
  readonly by: string;
  readonly typedFirst: string | null;
  readonly stillStands: string | null;
}

export interface Waymark {
  /** Id of the event that ended the step. */
  readonly id: string;
  readonly stepId: string;
  readonly taken: readonly TakenReading[];
  readonly overridden: readonly OverriddenNeed[];
  /** `null` where the step was left by going back before its outcome was taken. */
  readonly outcomeId: string | null;
  /** Only where the step was skipped: then its outcome says where to go, and nothing else. */
  readonly skippedBecause: string | undefined;
  readonly setAside: boolean;
  readonly atMs: number;
  readonly by: string;
}

/** The waymarks that still count. */
export const standingWaymarks = (trail: Trail): readonly Waymark[] =>
  trail.waymarks.filter(({ setAside }) => !setAside);

/**
 * The newest earlier reading at a place that was set aside by going back and could be offered again.
 * @returns `undefined` when this reading was never taken on this trail
 */
export function earlierReading(trail: Trail, stepId: string, readingId: string): TakenReading | undefined {
  return trail.waymarks
    .filter((waymark) => waymark.stepId === stepId && waymark.setAside)
    .flatMap(({ taken }) => taken)
    .filter((taken) => taken.readingId === readingId)
    .at(-1);
}

/** Needs of the open step that the believed vehicle state does not meet yet, and that were not overridden. */
export function unmetNeeds<Need extends { readonly what: string; readonly is: string }>(
  trail: Trail,
  needs: readonly Need[],
): readonly Need[] {
  const isOverridden = (need: Need) => trail.overridden.some(({ what, is }) => what === need.what && is === need.is);
  return needs.filter((need) => trail.believed[need.what] !== need.is && !isOverridden(need));
}
