import { EventEmitter, once } from 'node:events';
import type { Person } from '@probe-trail/core/person';
import type { Plan } from '@probe-trail/core/plan';
import {
  type Appended,
  applyTrailEvent,
  openPlan,
  reduceTrail,
  sayMisfit,
  type Trail,
  type TrailEvent,
  type TrailEventOf,
  type TrailLog,
} from '@probe-trail/core/trail';
import { LRUCache } from 'lru-cache';
import { mayBeVoided } from '../log/mayBeVoided.js';
import { withSender } from '../person/sender.js';
import type { PersonStore } from '../person/store.js';
import { photosMustBeThere } from '../photo/photosThere.js';
import type { PhotoStore } from '../photo/store.js';
import type { PlanService } from '../plan/service.js';
import { AppError } from '../problem/index.js';
import { makeAppendQueue } from './appendQueue.js';
import type { TrailStore } from './store.js';
import { remarksIn, toTrailRow } from './table.js';

/** A trail in memory: its state, and the ids of its events, so that what is sent twice is known. */
interface LiveTrail {
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

type Opening = TrailEventOf<'opened'>;

export type TrailService = ReturnType<typeof makeTrailService>;

const trailsInMemory = 500;
const plansInMemory = 100;

interface TrailServiceOptions {
  readonly store: TrailStore;
  readonly plans: PlanService;
  readonly people: Pick<PersonStore, 'isName'>;
  readonly photos: Pick<PhotoStore, 'find'>;
}

/** Trails: every event is checked by the core's reducer, then stored, then acknowledged. */
export function makeTrailService({ store, plans, people, photos }: TrailServiceOptions) {
  const stored = new EventEmitter().setMaxListeners(0);
  const queue = makeAppendQueue(store);
  const live = new LRUCache<string, Promise<LiveTrail>>({ max: trailsInMemory });
  const released = new LRUCache<string, Plan>({ max: plansInMemory });

  const planOf = async (planId: string, version: number): Promise<Plan> => {
    const key = `${planId}@${version}`;
    const known = released.get(key);
    if (known) return known;
    const { state, document } = await plans.versionOr404(planId, version);
    if (state !== 'released' && state !== 'retired')
      throw new AppError(
        'PLAN_NOT_FOUND',
        `Version ${version} of “${planId}” is not released, so it cannot be followed yet.`,
      );
    released.set(key, document);
    return document;
  };

  const planFollowed = ({ planId, planVersion }: Opening): Promise<Plan> | Plan =>
    planId === null ? openPlan : planOf(planId, planVersion ?? 0);

  /** A trail that runs goes on when its plan is retired; a new one does not begin. */
  const mayBegin = async (opening: Opening): Promise<void> => {
    const { planId, planVersion: version, jobId } = opening;
    if (jobId !== null && !(await store.hasJob(jobId)))
      throw new AppError('JOB_NOT_FOUND', `There is no job “${jobId}” that this trail could belong to.`);
    if (planId === null) return;
    const versions = await plans.versions(planId);
    if ((await planFollowed(opening)).block)
      throw new AppError('PLAN_NOT_FOUND', `“${planId}” is a block: it is followed in the plans that have it in them.`);
    if (versions.find((one) => one.version === version)?.state === 'retired')
      throw new AppError('PLAN_NOT_FOUND', `The plan “${planId}” is retired: no new trail begins on it.`);
  };

  const load = async (trailId: string, first: TrailEvent | undefined): Promise<LiveTrail> => {
    const events = await store.events(trailId);
    const opening = events[0] ?? first;
    if (opening?.kind !== 'opened') throw trailNotFound(trailId);
    const plan = await planFollowed(opening);
    if (events.length === 0) await mayBegin(opening);
    const reduced = events.length > 0 ? reduceTrail(plan, events) : undefined;
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

  return {
    list: store.list,

    log: async (trailId: string): Promise<TrailLog> => {
      const events = await store.events(trailId);
      if (events.length === 0) throw trailNotFound(trailId);
      return { trailId, events };
    },

    /**
     * Appends all events or none; those that the trail has already are passed over.
     * @param sender who is signed in; `undefined` for what ships with the program
     */
    append: async (trailId: string, sent: readonly TrailEvent[], sender?: Person): Promise<Appended> => {
      const events = onceEach(sender ? await withSender(sent, sender, people) : sent);
      const target = await liveTrail(trailId, events[0]);
      if (sender)
        await photosMustBeThere(
          events.filter(({ id }) => !target.eventIds.has(id)),
          photos,
        );
      const fresh = events.filter(({ id }) => !target.eventIds.has(id));
      if (fresh.length > 0) await appendFresh(trailId, target, fresh);
      // A repeated event may still be on its way to the disk: it is acknowledged only when it is there.
      else await acknowledgeRepeated(target);
      return { eventCount: target.length };
    },

    /** Notes that an entry counts no more; it stays in the log, and the state is folded without it. */
    voidEntry: async (trailId: string, voiding: TrailEventOf<'entryVoided'>): Promise<Appended> => {
      await queue.drained();
      live.delete(trailId);
      const events = await store.events(trailId);
      if (events.length === 0) throw trailNotFound(trailId);
      mayBeVoided(events, voiding.entryId);
      const { plan } = await load(trailId, undefined);
      const reduced = reduceTrail(plan, [...events, voiding]);
      if (!reduced.ok) throw new Error(`the log of trail ${trailId} is broken at event ${reduced.problem.eventId}`);
      const line = reduced.value.voided ? undefined : toTrailRow(trailId, reduced.value);
      const row = { trailId, seq: events.length, eventId: voiding.id, event: voiding };
      await store.writeVoiding({ row, line, voidedId: voiding.entryId });
      live.delete(trailId);
      stored.emit(trailId);
      return { eventCount: events.length + 1 };
    },

    /**
     * The events of a trail after the first `seen` ones, those that are there and those to come, in the groups in which they are found;
     * never one that is not on the disk. Ends when the signal is aborted.
     */
    follow: async function* (
      trailId: string,
      seen: number,
      signal: AbortSignal,
    ): AsyncGenerator<readonly TrailEvent[]> {
      let next = seen;
      while (!signal.aborted) {
        // Asked for before looking, so that what is stored in between is not missed.
        const more = once(stored, trailId, { signal }).catch(() => undefined);
        const events = await store.events(trailId, next);
        next += events.length;
        if (events.length > 0) yield events;
        else await more;
      }
    },

    drained: queue.drained,
    waiting: queue.waiting,
  };

  async function acknowledgeRepeated(target: LiveTrail): Promise<void> {
    await queue.drained();
    if (target.isLost) throw new AppError('STORE_UNAVAILABLE', 'This entry could not be stored before. Send it again.');
  }

  async function appendFresh(trailId: string, target: LiveTrail, fresh: readonly TrailEvent[]): Promise<void> {
    // No `await` between reading the state and changing it: two requests for one trail cannot get between each other.
    const trail = applyAll(target, fresh);
    const rows = fresh.map((event, index) => ({
      trailId,
      seq: target.length + index,
      eventId: event.id,
      event,
    }));
    target.trail = trail;
    target.length += fresh.length;
    for (const { id } of fresh) target.eventIds.add(id);
    try {
      await queue.add({
        rows,
        line: toTrailRow(trailId, trail),
        remarks: remarksIn(trailId, trail, fresh),
        log: target,
      });
      stored.emit(trailId);
    } catch (error) {
      // The state in memory ran ahead of the disk; the next request reads it anew.
      target.isLost = true;
      live.delete(trailId);
      throw error;
    }
  }
}

/**
 * A request may say the same thing twice; it is taken once.
 * @throws AppError when two entries that differ have one id
 */
function onceEach(events: readonly TrailEvent[]): readonly TrailEvent[] {
  const byId = new Map<string, TrailEvent>();
  for (const event of events) {
    const known = byId.get(event.id);
    if (known && JSON.stringify(known) !== JSON.stringify(event))
      throw new AppError('EVENT_MISFIT', `Two entries have the id “${event.id}”. Nothing of what was sent was added.`);
    byId.set(event.id, event);
  }
  return [...byId.values()];
}

/** Most refused entries of a trail that are known again; the oldest are forgotten, or whoever sends nonsense would fill the memory. */
const mostRefused = 1000;

function noteRefused(refusedIds: Set<string>, id: string): void {
  refusedIds.add(id);
  const [oldest] = refusedIds;
  if (refusedIds.size > mostRefused && oldest !== undefined) refusedIds.delete(oldest);
}

function applyAll({ plan, trail, refusedIds }: LiveTrail, events: readonly TrailEvent[]): Trail {
  if (events.some(({ id }) => refusedIds.has(id)))
    throw new AppError('EVENT_MISFIT', 'It was refused when it came first. Nothing of what was sent was added.');
  const after = events.reduce<Trail | undefined>((state, event) => {
    const next = applyTrailEvent(plan, state, event);
    if (next.ok) return next.value;
    if (events.length === 1) noteRefused(refusedIds, event.id);
    throw new AppError('EVENT_MISFIT', `${sayMisfit(next.problem)} Nothing of what was sent was added.`);
  }, trail);
  if (!after) throw new Error('an append without events has no state');
  return after;
}

const trailNotFound = (trailId: string) =>
  new AppError('TRAIL_NOT_FOUND', `There is no trail “${trailId}”; a trail begins with the event “opened”.`);
