import { indexPlan, type Plan } from '@probe-trail/core/plan';
import {
  applyTrailEvent,
  benchOf,
  outcomeOfTaken,
  sampleEntry,
  sayMisfit,
  settledAtMs,
  type Trail,
  type TrailEvent,
  unmetNeeds,
} from '@probe-trail/core/trail';
import { movesTo } from '@probe-trail/core/vehicleState';
import { nanoid } from '@reduxjs/toolkit';
import { useCallback, useMemo, useState } from 'react';
import { nowMs } from '../../app/clock';
import type { OpenTrail } from '../../trail/follow/useTrail';
import { type NewEvent, stampedEvent } from '../../trail/recordEvents';

const trier = 'the author';

/** A trail that lives in this page alone. */
export function useTryWalk(plan: Plan) {
  const [walk, setWalk] = useState(() => begin(plan));
  const record = useCallback(
    (...fresh: readonly NewEvent[]): string | undefined => {
      const next = applyAll(plan, walk.trail, fresh);
      if (typeof next === 'string') return next;
      setWalk({ ...walk, trail: next });
      return undefined;
    },
    [plan, walk],
  );
  const open = useMemo<OpenTrail>(
    () => ({ trailId: walk.trailId, plan, trail: walk.trail, record, isOnlyTried: true }),
    [plan, walk, record],
  );
  const sampled = sampleNext(plan, walk.trail);
  return {
    open,
    /** Does what the step asks for, with a reading by chance; `undefined` at an end. */
    sample: sampled.length > 0 ? () => void record(...sampleNext(plan, walk.trail)) : undefined,
    again: () => setWalk(begin(plan)),
  };
}

function begin(plan: Plan): { readonly trailId: string; readonly trail: Trail } {
  const opening: NewEvent = {
    kind: 'opened',
    jobId: null,
    planId: plan.id,
    planVersion: 1,
    vehicle: { fleetNumber: 'try', line: plan.appliesTo.lines[0] ?? '' },
    complaint: '',
  };
  const trail = applyAll(plan, undefined, [opening]);
  if (typeof trail === 'string') throw new Error(trail);
  return { trailId: `try-${nanoid(6)}`, trail };
}

function applyAll(plan: Plan, trail: Trail | undefined, fresh: readonly NewEvent[]): Trail | string {
  let state = trail;
  for (const one of fresh) {
    const event: TrailEvent = stampedEvent(one, trier, nowMs());
    const next = applyTrailEvent(plan, state, event);
    if (!next.ok) return sayMisfit(next.problem);
    state = next.value;
  }
  return state as Trail;
}

/** What somebody would do next at the step that is open: bring the vehicle into its state, read, or take the outcome. */
function sampleNext(plan: Plan, trail: Trail): readonly NewEvent[] {
  const step = trail.at.kind === 'step' ? indexPlan(plan).steps.get(trail.at.stepId) : undefined;
  if (!step) return [];
  const stepId = step.id;
  if (unmetNeeds(trail, step.needs).length > 0) {
    const state = movesTo(trail.believed, step.needs).map(({ what, is }) => ({ what, is }));
    return [{ kind: 'stateConfirmed', stepId, state }];
  }
  if (settledAtMs(trail, step.needs) > nowMs()) {
    const state = step.needs
      .filter(({ settleSeconds }) => settleSeconds !== null)
      .map(({ what, is }) => ({ what, is }));
    return [{ kind: 'stateOverridden', stepId, state, reason: 'only tried' }];
  }
  const due = step.readings.find(({ id, derivedFrom }) => derivedFrom === null && !trail.taken[id]);
  if (due)
    return [
      {
        kind: 'readingEntered',
        stepId,
        readingId: due.id,
        entry: sampleEntry(due, benchOf(plan, trail, step), Math.random),
        typedFirst: null,
        stillStands: null,
      },
    ];
  const outcome = outcomeOfTaken(step, trail.taken);
  return outcome ? [{ kind: 'outcomeTaken', stepId, outcomeId: outcome.id }] : [];
}
