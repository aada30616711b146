import type { TrailEvent } from '@probe-trail/core/trail';
import { device, type WaitingEvent } from '../../device/database';

export type { WaitingEvent } from '../../device/database';

// Entries for which the device had no room: they are held here until they are sent, and the user is told not to close the page.
let held: WaitingEvent[] = [];
let heldCount = 0;

/** Entries on their way to the server, in order; they survive a reload and a crash. */
export const outbox = {
  /** @returns whether the device has kept them; without room they are only held while the page is open */
  add: async (trailId: string, events: readonly TrailEvent[]): Promise<boolean> => {
    try {
      await device.waiting.bulkAdd(events.map((event) => ({ trailId, event })));
      return true;
    } catch {
      // After everything that the device has kept before, in their own order.
      held = [
        ...held,
        ...events.map((event) => ({ seq: Number.MAX_SAFE_INTEGER - 1_000_000 + heldCount++, trailId, event })),
      ];
      return false;
    }
  },

  /** Everything that waits on one trail, in the order in which it happened. */
  of: async (trailId: string): Promise<WaitingEvent[]> => [
    ...(await device.waiting.where({ trailId }).sortBy('seq')),
    ...held.filter((one) => one.trailId === trailId),
  ],

  /** The longest-waiting trail's events; empty when nothing waits. */
  next: async (): Promise<WaitingEvent[]> => {
    const first = (await device.waiting.orderBy('seq').first()) ?? held[0];
    return first ? outbox.of(first.trailId) : [];
  },

  /** How many entries wait, on all trails together. */
  count: async (): Promise<number> => (await device.waiting.count()) + held.length,

  remove: async (sent: readonly WaitingEvent[]): Promise<void> => {
    held = held.filter((one) => !sent.includes(one));
    await device.waiting.bulkDelete(sent.map(({ seq }) => seq));
  },

  refuse: async (sent: readonly WaitingEvent[], message: string): Promise<void> => {
    held = held.filter((one) => !sent.includes(one));
    await device.transaction('rw', device.waiting, device.refused, async () => {
      await device.refused.bulkPut(sent.map((row) => ({ ...row, message })));
      await device.waiting.bulkDelete(sent.map(({ seq }) => seq));
    });
  },
};
