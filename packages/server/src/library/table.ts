import type { PartCard } from '@probe-trail/core/plan';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** One row a part card of the library; plans have copies of it. */
export const libraryCardTable = sqliteTable(
  'library_card',
  {
    cardId: text('card_id').primaryKey(),
    name: text().notNull(),
    place: text().notNull(),
    etag: text().notNull(),
    savedAtMs: integer('saved_at_ms').notNull(),
    savedBy: text('saved_by').notNull(),
    card: text({ mode: 'json' }).$type<PartCard>().notNull(),
  },
  (card) => [index('library_card_by_name').on(card.name, card.cardId)],
);
