import type { Plan } from '@probe-trail/core/plan';
import {
  applyTrailEvent,
  measuringContextOf,
  type NewTrailEvent,
  nextEvent,
  openingOf,
  reduceTrail,
  sampleEntry,
  sayMisfit,
  stampTrailEvent,
  type Trail,
} from '@probe-trail/core/trail';
import { nanoid } from 'nanoid';
import { useCallback, useMemo, useRef, useState } from 'react';
import { nowMs } from '../device/clock';
import { useAppDispatch } from '../state/appState';
import { recordingEnded } from '../state/refusalSlice';
import type { OpenTrail } from '../trail/log/useTrail';

const trier = 'the author';

/** A trail that lives in this page alone. */
export function useTryWalk(plan: Plan) {
  const dispatch = useAppDispatch();
  const [walk, setWalk] = useState(() => begin(plan));
  // What stands now, drawn or not: two presses within one frame build on each other.
  const latest = useRef(walk);
  const put = useCallback((next: typeof walk) => {
    latest.current = next;
    setWalk(next);
  }, []);
  const record = useCallback(
    (...fresh: readonly NewTrailEvent[]): boolean => {
      const next = applyAll(latest.current.trail, fresh);
      const isRecorded = typeof next !== 'string';
      dispatch(recordingEnded(isRecorded ? undefined : next));
      if (isRecorded) put({ ...latest.current, trail: next });
      return isRecorded;
    },
    [put, dispatch],
  );
  const open = useMemo<OpenTrail>(
    () => ({ trailId: walk.trailId, trail: walk.trail, record, isOnlyTried: true }),
    [walk, record],
  );
  const recordSample = () => {
    const event = sampleNext(latest.current.trail);
    if (event) record(event);
  };
  return {
    open,
    /** Does what the step asks for, with a reading by chance; `undefined` at an end. */
    sample: sampleNext(walk.trail) ? recordSample : undefined,
    again: () => put(begin(plan)),
  };
}

function begin(plan: Plan): { readonly trailId: string; readonly trail: Trail } {
  const vehicle = { fleetNumber: 'try', line: plan.appliesTo.lines[0] ?? '' };
  const opened = reduceTrail(plan, [stampNow(openingOf(plan.id, vehicle))]);
  if (!opened.ok) throw new Error(sayMisfit(opened.problem.misfit));
  return { trailId: `try-${nanoid(6)}`, trail: opened.value };
}

/** The trail after these events, or why one of them does not fit. */
function applyAll(trail: Trail, fresh: readonly NewTrailEvent[]): Trail | string {
  let state = trail;
  for (const event of fresh) {
    const next = applyTrailEvent(state, stampNow(event));
    if (!next.ok) return sayMisfit(next.problem);
    state = next.value;
  }
  return state;
}

const stampNow = (event: NewTrailEvent) => stampTrailEvent(event, { id: nanoid(), atMs: nowMs(), by: trier });

/** What somebody would do next at the step that is open, with a reading by chance; `undefined` where it cannot go on. */
const sampleNext = (trail: Trail): NewTrailEvent | undefined =>
  nextEvent(trail, {
    entryFor: (reading, step) => sampleEntry(reading, measuringContextOf(trail, step, reading), Math.random),
    nowMs: nowMs(),
    reason: 'only tried',
  });
