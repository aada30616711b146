import type { Plan } from '../plan/index.js';
import { applyTrailEvent, foldStored } from './applyTrailEvent.js';
import type { LocalLog } from './localLog.js';
import type { Trail } from './trail.js';

/** Folds what the server has, then what this device added; what does not fit any more, the server will refuse. */
export function foldLog(plan: Plan, { events, confirmedCount }: LocalLog): Trail {
  const own = confirmedCount === 0 ? 1 : confirmedCount;
  const stored = foldStored(plan, events.slice(0, own));
  if (!stored.ok) throw new Error(`the log is broken at event ${stored.problem.eventId}`);
  return events.slice(own).reduce<Trail>((trail, event) => {
    const next = applyTrailEvent(trail, event);
    return next.ok ? next.value : trail;
  }, stored.value);
}
