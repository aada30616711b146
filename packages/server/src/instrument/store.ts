import type { Instrument } from '@probe-trail/core/instrument';
import { asc } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { instrumentTable } from './table.js';

export type InstrumentStore = ReturnType<typeof makeInstrumentStore>;

export const makeInstrumentStore = ({ orm }: Database) => ({
  list: (): Promise<Instrument[]> => orm.select().from(instrumentTable).orderBy(asc(instrumentTable.name)).limit(500),

  /** Adds an instrument, or changes the one of that id. */
  keep: async (instrument: Instrument): Promise<void> => {
    await orm
      .insert(instrumentTable)
      .values(instrument)
      .onConflictDoUpdate({ target: instrumentTable.id, set: instrument });
  },
});
