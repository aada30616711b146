import type { Bulletin } from '@probe-trail/core/choosing';
import { sqliteTable, text } from 'drizzle-orm/sqlite-core';

export const bulletinTable = sqliteTable('bulletin', {
  bulletinId: text('bulletin_id').primaryKey(),
  document: text({ mode: 'json' }).$type<Bulletin>().notNull(),
});
