import { device, queueOf, type Recorded, type Waiting } from './database';

// Entries for which the device had no room: they are held here until they are sent, and the user is told not to close the page.
let held: Waiting[] = [];
let heldCount = 0;

/** What is on its way to the server, in order; it survives a reload and a crash. */
export const outbox = {
  /** @returns whether the device has kept it; without room it is only held while the page is open */
  add: async (recorded: readonly Recorded[]): Promise<boolean> => {
    const rows = recorded.map((one) => ({ queue: queueOf(one), recorded: one }));
    try {
      await device.waiting.bulkAdd(rows);
      return true;
    } catch {
      // After everything that the device has kept before, in their own order.
      held = [...held, ...rows.map((row) => ({ ...row, seq: Number.MAX_SAFE_INTEGER - 1_000_000 + heldCount++ }))];
      return false;
    }
  },

  /** Everything that waits in a queue, in the order in which it happened. */
  of: async (queue: string): Promise<Waiting[]> => [
    ...(await device.waiting.where({ queue }).sortBy('seq')),
    ...held.filter((one) => one.queue === queue),
  ],

  /** What has waited longest, with what of its queue can be sent with it; empty when nothing waits. */
  next: async (): Promise<Waiting[]> => {
    const first = (await device.waiting.orderBy('seq').first()) ?? held[0];
    return first ? sentTogether(await outbox.of(first.queue)) : [];
  },

  /** How much waits, in all queues together. */
  count: async (): Promise<number> => (await device.waiting.count()) + held.length,

  remove: async (sent: readonly Waiting[]): Promise<void> => {
    held = held.filter((one) => !sent.includes(one));
    await device.waiting.bulkDelete(sent.map(({ seq }) => seq));
  },

  refuse: async (sent: readonly Waiting[], message: string): Promise<void> => {
    held = held.filter((one) => !sent.includes(one));
    await device.transaction('rw', device.waiting, device.refused, async () => {
      await device.refused.bulkPut(sent.map((row) => ({ ...row, message })));
      await device.waiting.bulkDelete(sent.map(({ seq }) => seq));
    });
  },
};

/** Entries go together up to the next that goes alone. */
function sentTogether(rows: readonly Waiting[]): Waiting[] {
  const aloneAt = rows.findIndex(({ recorded }) => goesAlone(recorded));
  return aloneAt < 0 ? [...rows] : rows.slice(0, Math.max(1, aloneAt));
}

/** A sheet has a request of its own; a proof is computed from what other queues bring, which must be there before. */
const goesAlone = (recorded: Recorded): boolean =>
  recorded.kind === 'sheet' || (recorded.kind === 'jobEvent' && recorded.event.kind === 'proofTaken');
