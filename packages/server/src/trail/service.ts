import { EventEmitter, once } from 'node:events';
import type { Person } from '@probe-trail/core/person';
import {
  type Appended,
  foldStored,
  type Trail,
  type TrailEvent,
  type TrailEventOf,
  type TrailLog,
} from '@probe-trail/core/trail';
import { mayBeVoided } from '../log/mayBeVoided.js';
import { withSender } from '../person/sender.js';
import type { PersonStore } from '../person/store.js';
import { photosMustBeThere } from '../photo/photosThere.js';
import type { PhotoStore } from '../photo/store.js';
import type { PlanService } from '../plan/service.js';
import { AppError } from '../problem/index.js';
import { makeAppending } from './appending.js';
import { makeAppendQueue } from './appendQueue.js';
import { makeFollowedPlans } from './followedPlans.js';
import { makeLiveTrails, trailNotFound } from './liveTrails.js';
import type { TrailStore } from './store.js';
import { toTrailRow } from './table.js';

export type TrailService = ReturnType<typeof makeTrailService>;

interface TrailServiceOptions {
  readonly store: TrailStore;
  /** Whether there is a job that a trail can belong to. */
  readonly hasJob: (jobId: string) => Promise<boolean>;
  readonly plans: PlanService;
  readonly people: Pick<PersonStore, 'isName'>;
  readonly photos: Pick<PhotoStore, 'find'>;
  /** Hears of every trail that has new entries on the disk. */
  readonly told: (trailId: string) => void;
}

/** Trails: every event is checked by the core's reducer, then stored, then acknowledged. */
export function makeTrailService({ store, hasJob, plans, people, photos, told }: TrailServiceOptions) {
  const stored = new EventEmitter().setMaxListeners(0);
  const tell = (trailId: string) => {
    stored.emit(trailId);
    told(trailId);
  };
  const queue = makeAppendQueue(store);
  const { load, liveTrail, forget } = makeLiveTrails(store, makeFollowedPlans({ plans, hasJob }));
  const { acknowledgeRepeated, appendFresh } = makeAppending({
    queue,
    forget,
    told: tell,
  });

  return {
    list: store.list,

    log: async (trailId: string): Promise<TrailLog> => {
      const events = await store.events(trailId);
      if (events.length === 0) throw trailNotFound(trailId);
      return { trailId, events };
    },

    /** The state of a trail that is there. */
    stateOf: async (trailId: string): Promise<Trail> => {
      const { trail } = await liveTrail(trailId);
      if (!trail) throw trailNotFound(trailId);
      return trail;
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
      forget(trailId);
      const events = await store.events(trailId);
      if (events.length === 0) throw trailNotFound(trailId);
      mayBeVoided(events, voiding.entryId);
      const { plan } = await load(trailId, undefined);
      const reduced = foldStored(plan, [...events, voiding]);
      if (!reduced.ok) throw new Error(`the log of trail ${trailId} is broken at event ${reduced.problem.eventId}`);
      const line = reduced.value.voided ? undefined : toTrailRow(trailId, reduced.value);
      const row = { trailId, seq: events.length, eventId: voiding.id, event: voiding };
      await store.writeVoiding({ row, line, voidedId: voiding.entryId });
      forget(trailId);
      tell(trailId);
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
      throw new AppError('EVENT_MISFIT', `Two entries have the id “${event.id}”. Nothing was saved.`);
    byId.set(event.id, event);
  }
  return [...byId.values()];
}
