import { indexPlan, type Step } from '../plan/index.js';
import type { Misfit } from './misfit.js';
import type { Trail, Waymark } from './trail.js';

type Mutable<T> = { -readonly [Key in keyof T]: T[Key] };

/** A trail that is being built: it belongs to one fold alone, so it may be changed in place. */
export type Draft = Mutable<Omit<Trail, 'waymarks'>> & { waymarks: Waymark[] };

/** The step that is open, if it is the one that an event speaks of. */
export function openStep(draft: Draft, stepId: string): Step | undefined {
  if (draft.at.kind !== 'step' || draft.at.stepId !== stepId) return undefined;
  return indexPlan(draft.plan).steps.get(stepId);
}

/** Readings of a step that is left before its outcome was taken stay readable, set aside. */
export function leavePlace(
  draft: Draft,
  { id, atMs, by }: { readonly id: string; readonly atMs: number; readonly by: string },
): void {
  const taken = Object.values(draft.taken);
  if (draft.at.kind === 'step' && taken.length > 0)
    draft.waymarks.push({
      id,
      stepId: draft.at.stepId,
      taken,
      overridden: draft.overridden,
      outcomeId: null,
      skippedBecause: undefined,
      setAside: true,
      takenBackBecause: undefined,
      proves: draft.proving?.repairId,
      atMs,
      by,
    });
  draft.taken = {};
  draft.overridden = [];
}

export const notAtStep = (stepId: string): Misfit => ({ kind: 'notAtStep', stepId });
