import type { Person, Preferences, Role } from '@probe-trail/core/person';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

export const personTable = sqliteTable('person', {
  id: text().primaryKey(),
  name: text().notNull().unique(),
  /** Names that the person had before: entries that were recorded under one may still be on their way. */
  formerNames: text('former_names', { mode: 'json' }).$type<readonly string[]>().notNull().default([]),
  roles: text({ mode: 'json' }).$type<readonly Role[]>().notNull(),
  passwordHash: text('password_hash').notNull(),
  isDisabled: integer('is_disabled', { mode: 'boolean' }).notNull().default(false),
  preferences: text({ mode: 'json' }).$type<Preferences>().notNull(),
});

/** Who is signed in at which browser; a row is a browser. What its cookie says is only here as a hash. */
export const sessionTable = sqliteTable(
  'session',
  {
    tokenHash: text('token_hash').primaryKey(),
    personId: text('person_id')
      .notNull()
      .references(() => personTable.id),
    expiresAtMs: integer('expires_at_ms').notNull(),
  },
  (session) => [index('session_by_person').on(session.personId), index('session_by_expiry').on(session.expiresAtMs)],
);

type Row = typeof personTable.$inferSelect;

export const toPerson = ({ id, name, roles, isDisabled, preferences }: Row): Person => ({
  id,
  name,
  roles,
  isDisabled,
  preferences,
});
