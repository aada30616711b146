import type { Person } from '@probe-trail/core/person';
import { asc, eq } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Database } from '../db/openDatabase.js';
import { personTable, toPerson } from './table.js';

export type PersonStore = ReturnType<typeof makePersonStore>;

export function makePersonStore({ orm }: Database) {
  // Every write asks who sends it, and people hardly ever change.
  const known = new LRUCache<string, Person>({ max: 500, ttl: 10_000 });
  return {
    list: async (): Promise<Person[]> =>
      (await orm.select().from(personTable).orderBy(asc(personTable.name))).map(toPerson),

    find: async (id: string): Promise<Person | undefined> => {
      const remembered = known.get(id);
      if (remembered) return remembered;
      const [row] = await orm.select().from(personTable).where(eq(personTable.id, id));
      if (!row) return undefined;
      known.set(id, toPerson(row));
      return toPerson(row);
    },

    /** @returns whether the person was added; not when somebody has the id or the name already */
    add: async (person: Person): Promise<boolean> => {
      const { rowsAffected } = await orm.insert(personTable).values(person).onConflictDoNothing();
      return rowsAffected === 1;
    },
  };
}
