import type { Plan } from '../plan/index.js';
import { applyTrailEvent, foldStored } from './applyTrailEvent.js';
import type { LocalLog } from './localLog.js';
import type { Trail } from './trail.js';

// A log is never changed, and asked for again with every press and every drawing.
const folded = new WeakMap<LocalLog, { readonly plan: Plan; readonly trail: Trail }>();

/** Folds what the server has, then what this device added; what does not fit any more, the server will refuse. */
export function foldLog(plan: Plan, log: LocalLog): Trail {
  const known = folded.get(log);
  if (known?.plan === plan) return known.trail;
  const trail = fold(plan, log);
  folded.set(log, { plan, trail });
  return trail;
}

function fold(plan: Plan, { events, confirmedCount }: LocalLog): Trail {
  const own = confirmedCount === 0 ? 1 : confirmedCount;
  const stored = foldStored(plan, events.slice(0, own));
  if (!stored.ok) throw new Error(`the log is broken at event ${stored.problem.eventId}`);
  return events.slice(own).reduce<Trail>((trail, event) => {
    const next = applyTrailEvent(trail, event);
    return next.ok ? next.value : trail;
  }, stored.value);
}
