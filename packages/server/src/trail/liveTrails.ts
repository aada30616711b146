import type { Plan } from '@probe-trail/core/plan';
import { applyTrailEvent, foldStored, sayMisfit, type Trail, type TrailEvent } from '@probe-trail/core/trail';
import { LRUCache } from 'lru-cache';
import { AppError } from '../problem/index.js';
import type { makeFollowedPlans } from './followedPlans.js';
import type { TrailStore } from './store.js';

/** A trail in memory: its state, and the ids of its events, so that what is sent twice is known. */
export interface LiveTrail {
  readonly plan: Plan;
  trail: Trail | undefined;
  /** How many events are in the log: the place of the next one. */
  length: number;
  /** An append could not be stored: the state in memory ran ahead of the disk, and is read anew. */
  isLost: boolean;
  readonly eventIds: Set<string>;
  /** Entries that were sent alone and did not fit: their device has put them aside, and a copy that the network held back must not come after all. */
  readonly refusedIds: Set<string>;
}

const trailsInMemory = 500;

/** The trails that were asked for last, folded and in memory. */
export function makeLiveTrails(store: TrailStore, { planFollowed, mayBegin }: ReturnType<typeof makeFollowedPlans>) {
  const live = new LRUCache<string, Promise<LiveTrail>>({ max: trailsInMemory });

  const load = async (trailId: string, first: TrailEvent | undefined): Promise<LiveTrail> => {
    const events = await store.events(trailId);
    const opening = events[0] ?? first;
    if (opening?.kind !== 'opened') throw trailNotFound(trailId);
    const plan = await planFollowed(opening);
    if (events.length === 0) await mayBegin(opening);
    const reduced = events.length > 0 ? foldStored(plan, events) : undefined;
    if (reduced && !reduced.ok)
      throw new Error(`the log of trail ${trailId} is broken at event ${reduced.problem.eventId}`);
    const eventIds = new Set(events.map(({ id }) => id));
    return { plan, trail: reduced?.value, length: events.length, eventIds, refusedIds: new Set(), isLost: false };
  };

  const liveTrail = (trailId: string, first?: TrailEvent): Promise<LiveTrail> => {
    const known = live.get(trailId);
    if (known) return known;
    const loading = load(trailId, first);
    live.set(trailId, loading);
    loading.catch(() => live.delete(trailId));
    return loading;
  };

  return { load, liveTrail, forget: (trailId: string) => live.delete(trailId) };
}

/** Most refused entries of a trail that are known again; the oldest are forgotten, or whoever sends nonsense would fill the memory. */
const mostRefused = 1000;

function noteRefused(refusedIds: Set<string>, id: string): void {
  refusedIds.add(id);
  const [oldest] = refusedIds;
  if (refusedIds.size > mostRefused && oldest !== undefined) refusedIds.delete(oldest);
}

/**
 * The state of a trail after new entries.
 * @throws AppError where one does not fit
 */
export function stateAfter({ plan, trail, refusedIds }: LiveTrail, events: readonly TrailEvent[]): Trail {
  if (events.some(({ id }) => refusedIds.has(id)))
    throw new AppError('EVENT_MISFIT', 'It was refused when it came first. Nothing was saved.');
  const after = events.reduce<Trail | undefined>((state, event) => {
    const next = applyTrailEvent(state ?? { plan }, event);
    if (next.ok) return next.value;
    if (events.length === 1) noteRefused(refusedIds, event.id);
    throw new AppError('EVENT_MISFIT', `${sayMisfit(next.problem)} Nothing was saved.`);
  }, trail);
  if (!after) throw new Error('an append without events has no state');
  return after;
}

export const trailNotFound = (trailId: string) =>
  new AppError('TRAIL_NOT_FOUND', `There is no trail “${trailId}”; a trail begins with the event “opened”.`);
