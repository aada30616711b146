import type { RecordingKind } from '@probe-trail/core/recording';
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** One row a recording of a job; the file is named by its SHA-256 in the data folder. */
export const recordingTable = sqliteTable(
  'recording',
  {
    recordingId: text('recording_id').notNull(),
    jobId: text('job_id').notNull(),
    kind: text('kind').$type<RecordingKind>().notNull().default('drive'),
    name: text('name').notNull(),
    startedAtMs: integer('started_at_ms').notNull(),
    // A capture may last for less than one: SQLite keeps fractions here too.
    lengthMs: integer('length_ms').notNull(),
    channels: text('channels', { mode: 'json' }).$type<string[]>().notNull(),
    markCount: integer('mark_count').notNull(),
    byteCount: integer('byte_count').notNull(),
    addedBy: text('added_by').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.jobId, table.recordingId] }),
    index('recording_by_id').on(table.recordingId),
  ],
);
