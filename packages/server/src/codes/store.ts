import { type CodeSheet, formatFaultCode, isSeen, type NewSheet } from '@probe-trail/core/codes';
import { groupBy } from '@probe-trail/core/list';
import type { CodeOverTime, ToldUnits } from '@probe-trail/core/vehicle';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { codeSheetTable, sheetCodeTable } from './table.js';

export type CodeStore = ReturnType<typeof makeCodeStore>;

/** What a sheet belongs to. */
export interface SheetOrigin {
  readonly jobId: string;
  readonly vehicleId: string;
  readonly takenBy: string;
}

export const makeCodeStore = ({ orm }: Database) => ({
  /** The statements that keep a sheet, for the transaction that also tells its job. */
  insertion: (sheet: NewSheet, { jobId, vehicleId, takenBy }: SheetOrigin) => {
    const { sheetId, takenAtMs } = sheet;
    // What a unit only tells of a self-test that has passed, or has not run, was not on the vehicle.
    const codes = sheet.codes.flatMap(({ unitId, code, failureType, text, status }, seq) =>
      isSeen(status) ? [[seq, unitId, code, failureType, text]] : [],
    );
    return [
      orm.insert(codeSheetTable).values({ sheetId, jobId, vehicleId, takenBy, takenAtMs, document: sheet }),
      orm.run(sql`
        INSERT INTO sheet_code (sheet_id, seq, vehicle_id, unit_id, code, failure_type, text, taken_at_ms)
        SELECT ${sheetId}, value ->> 0, ${vehicleId}, value ->> 1, value ->> 2, value ->> 3, value ->> 4, ${takenAtMs}
        FROM json_each(${JSON.stringify(codes)})`),
    ] as const;
  },

  /** The statements that make a sheet count no more; the sheet itself stays. */
  voiding: (sheetId: string) => [
    orm.run(sql`DELETE FROM code_search WHERE rowid = (SELECT row_id FROM code_sheet WHERE sheet_id = ${sheetId})`),
    orm.delete(sheetCodeTable).where(eq(sheetCodeTable.sheetId, sheetId)),
    orm.update(codeSheetTable).set({ isVoid: true }).where(eq(codeSheetTable.sheetId, sheetId)),
  ],

  has: async (sheetId: string): Promise<boolean> =>
    (
      await orm
        .select({ sheetId: codeSheetTable.sheetId })
        .from(codeSheetTable)
        .where(eq(codeSheetTable.sheetId, sheetId))
    ).length > 0,

  /** In the order in which they were kept. */
  ofJob: async (jobId: string): Promise<CodeSheet[]> => {
    const rows = await orm
      .select()
      .from(codeSheetTable)
      .where(and(eq(codeSheetTable.jobId, jobId), eq(codeSheetTable.isVoid, false)))
      .orderBy(asc(codeSheetTable.rowId));
    return rows.map(({ document, takenBy }) => ({ ...document, jobId, takenBy }));
  },

  /** The codes that stood on the sheets of each visit of a vehicle, with their units. */
  ofVisits: async (vehicleId: string): Promise<ReadonlyMap<string, readonly string[]>> => {
    const { unitId, code, failureType, sheetId } = sheetCodeTable;
    const rows = await orm
      .selectDistinct({ jobId: codeSheetTable.jobId, unitId, code, failureType })
      .from(sheetCodeTable)
      .innerJoin(codeSheetTable, eq(codeSheetTable.sheetId, sheetId))
      .where(eq(sheetCodeTable.vehicleId, vehicleId))
      .limit(2000);
    const ofJob = groupBy(rows, ({ jobId }) => jobId);
    return new Map(
      [...ofJob].map(([jobId, some]) => [jobId, some.map((one) => `${one.unitId} ${formatFaultCode(one)}`)]),
    );
  },

  /** What the units said that they are on the sheets of some visits, the first first. */
  toldUnits: async (jobIds: readonly string[]): Promise<ToldUnits[]> => {
    const rows = await orm
      .select({ jobId: codeSheetTable.jobId, document: codeSheetTable.document })
      .from(codeSheetTable)
      .where(and(inArray(codeSheetTable.jobId, [...jobIds]), eq(codeSheetTable.isVoid, false)))
      .orderBy(asc(codeSheetTable.takenAtMs));
    return rows.flatMap(({ jobId, document: { takenAtMs, units } }) => {
      const told = units.flatMap(({ unitId, identity }) => (identity ? [{ unitId, identity }] : []));
      return told.length > 0 ? [{ jobId, takenAtMs, units: told }] : [];
    });
  },

  /** Every code that was ever on this vehicle, the last seen first. */
  overTime: (vehicleId: string): Promise<CodeOverTime[]> => {
    const { unitId, code, failureType, text, takenAtMs } = sheetCodeTable;
    const lastAtMs = sql<number>`max(${takenAtMs})`;
    return orm
      .select({
        unitId,
        code,
        failureType,
        text: sql<string>`max(${text})`,
        firstAtMs: sql<number>`min(${takenAtMs})`,
        lastAtMs,
        sheets: sql<number>`count(*)`,
      })
      .from(sheetCodeTable)
      .where(eq(sheetCodeTable.vehicleId, vehicleId))
      .groupBy(unitId, code, failureType)
      .orderBy(sql`max(${takenAtMs}) DESC`)
      .limit(500);
  },
});
