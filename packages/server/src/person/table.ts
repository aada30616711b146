import type { Person, Role } from '@probe-trail/core/person';
import { sqliteTable, text } from 'drizzle-orm/sqlite-core';

export const personTable = sqliteTable('person', {
  id: text().primaryKey(),
  name: text().notNull().unique(),
  role: text().$type<Role>().notNull(),
});

export const toPerson = ({ id, name, role }: typeof personTable.$inferSelect): Person => ({ id, name, role });
