import type { Plan } from '@probe-trail/core/plan';
import { applyTrailEvent, reduceTrail, type Trail } from '@probe-trail/core/trail';
import type { LocalLog } from './trailSlice';

/** Folds what the server has, then what this device added; what does not fit any more, the server will refuse. */
export function foldLog(plan: Plan, { events, confirmedCount }: LocalLog): Trail {
  const own = confirmedCount === 0 ? 1 : confirmedCount;
  const reduced = reduceTrail(plan, events.slice(0, own));
  if (!reduced.ok) throw new Error(`the log is broken at event ${reduced.problem.eventId}`);
  return events.slice(own).reduce<Trail>((trail, event) => {
    const next = applyTrailEvent(plan, trail, event);
    return next.ok ? next.value : trail;
  }, reduced.value);
}
