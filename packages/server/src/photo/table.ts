import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** One row a picture; the file is named by its SHA-256 in the data folder. */
export const photoTable = sqliteTable('photo', {
  photoId: text('photo_id').primaryKey(),
  mediaType: text('media_type').notNull(),
  byteCount: integer('byte_count').notNull(),
  addedAtMs: integer('added_at_ms').notNull(),
  addedBy: text('added_by').notNull(),
});
