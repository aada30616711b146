import type { Instrument } from '@probe-trail/core/instrument';
import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** One row an instrument of the workshop; trails keep what they used as it was then. */
export const instrumentTable = sqliteTable('instrument', {
  id: text('instrument_id').primaryKey(),
  name: text().notNull(),
  functions: text({ mode: 'json' }).$type<Instrument['functions']>().notNull(),
  calibrationDueAtMs: integer('calibration_due_at_ms'),
  address: text(),
  isRetired: integer('is_retired', { mode: 'boolean' }).notNull(),
});
