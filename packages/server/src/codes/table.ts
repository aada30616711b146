import type { NewSheet } from '@probe-trail/core/codes';
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** One row a code sheet; kept for ever. */
export const codeSheetTable = sqliteTable(
  'code_sheet',
  {
    // The full-text index refers to it.
    rowId: integer('row_id').primaryKey({ autoIncrement: true }),
    sheetId: text('sheet_id').notNull().unique(),
    jobId: text('job_id').notNull(),
    vehicleId: text('vehicle_id').notNull(),
    takenBy: text('taken_by').notNull(),
    takenAtMs: integer('taken_at_ms').notNull(),
    /** Where the entry that tells of it was voided: it is kept, and counts no more. */
    isVoid: integer('is_void', { mode: 'boolean' }).notNull().default(false),
    document: text({ mode: 'json' }).$type<NewSheet>().notNull(),
  },
  (sheet) => [index('code_sheet_by_job').on(sheet.jobId, sheet.rowId)],
);

/** One row a code of a sheet: what is counted and searched over time. */
export const sheetCodeTable = sqliteTable(
  'sheet_code',
  {
    sheetId: text('sheet_id').notNull(),
    seq: integer().notNull(),
    vehicleId: text('vehicle_id').notNull(),
    unitId: text('unit_id').notNull(),
    code: text().notNull(),
    failureType: text('failure_type'),
    text: text().notNull(),
    takenAtMs: integer('taken_at_ms').notNull(),
  },
  (code) => [
    primaryKey({ columns: [code.sheetId, code.seq] }),
    index('sheet_code_by_vehicle').on(code.vehicleId, code.unitId, code.code, code.failureType),
  ],
);
