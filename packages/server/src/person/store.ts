import {
  defaultPreferences,
  type Person,
  type PersonChange,
  type PreferencesChange,
  type Role,
} from '@probe-trail/core/person';
import { asc, eq, or, sql } from 'drizzle-orm';
import type { SQLiteUpdateSetSource } from 'drizzle-orm/sqlite-core';
import { LRUCache } from 'lru-cache';
import type { Database } from '../db/openDatabase.js';
import { personTable, toPerson } from './table.js';

/** A person with the hash of their password, which never leaves the server. */
export interface Account extends Person {
  readonly passwordHash: string;
}

export interface NewAccount {
  readonly id: string;
  readonly name: string;
  readonly roles: readonly Role[];
  readonly passwordHash: string;
}

const mostFormerNames = 20;

export type PersonStore = ReturnType<typeof makePersonStore>;

export function makePersonStore({ orm }: Database) {
  // Every request asks who sends it, and people hardly ever change; short, in case another process changes one.
  const known = new LRUCache<string, Person>({ max: 500, ttl: 5000 });
  const account = async (where: ReturnType<typeof eq>): Promise<Account | undefined> => {
    const [row] = await orm.select().from(personTable).where(where);
    return row && { ...toPerson(row), passwordHash: row.passwordHash };
  };
  const formerNamesOf = async (id: string): Promise<readonly string[]> => {
    const [row] = await orm
      .select({ formerNames: personTable.formerNames })
      .from(personTable)
      .where(eq(personTable.id, id));
    return row?.formerNames ?? [];
  };
  const update = async (id: string, change: SQLiteUpdateSetSource<typeof personTable>): Promise<boolean> => {
    const { rowsAffected } = await orm.update(personTable).set(change).where(eq(personTable.id, id));
    known.delete(id);
    return rowsAffected === 1;
  };

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

    accountById: (id: string) => account(eq(personTable.id, id)),
    accountByName: (name: string) => account(eq(personTable.name, name)),

    /** Whether somebody here is called that, or was. */
    isName: async (name: string): Promise<boolean> => {
      const isFormer = sql`EXISTS (SELECT 1 FROM json_each(${personTable.formerNames}) WHERE value = ${name})`;
      const where = or(eq(personTable.name, name), isFormer);
      return (await orm.select({ id: personTable.id }).from(personTable).where(where).limit(1)).length > 0;
    },

    /** @returns whether the person was added; not when somebody has the id or the name already */
    add: async (fresh: NewAccount): Promise<boolean> => {
      const row = { ...fresh, name: fresh.name.normalize(), preferences: defaultPreferences };
      return (await orm.insert(personTable).values(row).onConflictDoNothing()).rowsAffected === 1;
    },

    /** Adds the first person of all; in one statement, so that two who try at once cannot both be it. */
    addFirst: async ({ id, name, roles, passwordHash }: NewAccount): Promise<boolean> => {
      const { rowsAffected } = await orm.run(sql`
        INSERT INTO person (id, name, former_names, roles, password_hash, is_disabled, preferences)
        SELECT ${id}, ${name}, '[]', ${JSON.stringify(roles)}, ${passwordHash}, 0, ${JSON.stringify(defaultPreferences)}
        WHERE NOT EXISTS (SELECT 1 FROM person)`);
      return rowsAffected === 1;
    },

    isEmpty: async (): Promise<boolean> =>
      (await orm.select({ id: personTable.id }).from(personTable).limit(1)).length === 0,
    change: async (id: string, change: PersonChange): Promise<boolean> => {
      const before = await account(eq(personTable.id, id));
      if (!before) return false;
      if (before.name === change.name) return update(id, change);
      // What waits on a tablet under the old name must still arrive.
      const formerNames = [...(await formerNamesOf(id)), before.name].slice(-mostFormerNames);
      return update(id, { ...change, formerNames });
    },
    setPassword: (id: string, passwordHash: string) => update(id, { passwordHash }),
    changePreferences: (id: string, change: PreferencesChange) =>
      update(id, { preferences: sql`json_patch(${personTable.preferences}, ${JSON.stringify(change)})` }),
  };
}
