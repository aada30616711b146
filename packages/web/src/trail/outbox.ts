import type { TrailEvent } from '@probe-trail/core/trail';
import { Dexie, type EntityTable } from 'dexie';

/** An event that the server has not acknowledged yet. */
export interface WaitingEvent {
  readonly seq: number;
  readonly trailId: string;
  readonly event: TrailEvent;
}

/** An event that the server refused; kept, so that nothing typed is lost. */
export interface RefusedEvent extends WaitingEvent {
  readonly says: string;
}

class OutboxDatabase extends Dexie {
  waiting!: EntityTable<WaitingEvent, 'seq'>;
  refused!: EntityTable<RefusedEvent, 'seq'>;

  constructor() {
    super('probe-trail');
    this.version(1).stores({ waiting: '++seq, trailId', refused: 'seq, trailId' });
  }
}

const database = new OutboxDatabase();

/** Entries on their way to the server, in order; they survive a reload and a crash. */
export const outbox = {
  add: async (trailId: string, events: readonly TrailEvent[]): Promise<void> => {
    await database.waiting.bulkAdd(events.map((event) => ({ trailId, event })));
  },

  /** Everything that waits on one trail, in the order in which it happened. */
  of: (trailId: string): Promise<WaitingEvent[]> => database.waiting.where({ trailId }).sortBy('seq'),

  /** The longest-waiting trail's events; empty when nothing waits. */
  next: async (): Promise<WaitingEvent[]> => {
    const first = await database.waiting.orderBy('seq').first();
    return first ? outbox.of(first.trailId) : [];
  },

  remove: (sent: readonly WaitingEvent[]): Promise<void> => database.waiting.bulkDelete(sent.map(({ seq }) => seq)),

  refuse: (sent: readonly WaitingEvent[], says: string): Promise<void> =>
    database.transaction('rw', database.waiting, database.refused, async () => {
      await database.refused.bulkPut(sent.map((row) => ({ ...row, says })));
      await database.waiting.bulkDelete(sent.map(({ seq }) => seq));
    }),
};
