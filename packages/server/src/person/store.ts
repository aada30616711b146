import type { Person } from '@probe-trail/core/person';
import { asc, eq } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { personTable, toPerson } from './table.js';

export type PersonStore = ReturnType<typeof makePersonStore>;

export const makePersonStore = ({ orm }: Database) => ({
  list: async (): Promise<Person[]> =>
    (await orm.select().from(personTable).orderBy(asc(personTable.name))).map(toPerson),

  find: async (id: string): Promise<Person | undefined> => {
    const [row] = await orm.select().from(personTable).where(eq(personTable.id, id));
    return row && toPerson(row);
  },

  /** @returns whether the person was added; not when somebody has the id or the name already */
  add: async (person: Person): Promise<boolean> => {
    const { rowsAffected } = await orm.insert(personTable).values(person).onConflictDoNothing();
    return rowsAffected === 1;
  },
});
