import { blankWorkshop, type Workshop } from '@probe-trail/core/workshop';
import type { Database } from '../db/openDatabase.js';
import { workshopTable } from './table.js';

export type WorkshopStore = ReturnType<typeof makeWorkshopStore>;

export const makeWorkshopStore = ({ orm }: Database) => ({
  /** The workshop, blank as long as nobody has said anything of it. */
  get: async (): Promise<Workshop> => {
    const [row] = await orm.select().from(workshopTable);
    return row?.document ?? blankWorkshop;
  },

  put: async (document: Workshop): Promise<void> => {
    await orm
      .insert(workshopTable)
      .values({ id: 1, document })
      .onConflictDoUpdate({ target: workshopTable.id, set: { document } });
  },
});
