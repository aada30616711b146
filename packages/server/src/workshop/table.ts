import type { Workshop } from '@probe-trail/core/workshop';
import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** The one row of the workshop itself. */
export const workshopTable = sqliteTable('workshop', {
  id: integer().primaryKey(),
  document: text({ mode: 'json' }).$type<Workshop>().notNull(),
});
