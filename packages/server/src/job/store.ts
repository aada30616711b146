import type { MissedPlan } from '@probe-trail/core/choosing';
import {
  findingKinds,
  type Job,
  type JobEvent,
  type JobEventOf,
  type JobListItem,
  repairKinds,
  type StandingFacts,
  sayWhereAt,
  standingOf,
  vehicleFindings,
  vehicleRepairs,
} from '@probe-trail/core/job';
import { groupBy } from '@probe-trail/core/list';
import type { TrailListItem } from '@probe-trail/core/trail';
import { and, asc, desc, eq, getTableColumns, inArray, type SQL, sql } from 'drizzle-orm';
import type { BatchItem } from 'drizzle-orm/batch';
import { codeSheetTable } from '../codes/table.js';
import type { Database } from '../db/openDatabase.js';
import { trailTable } from '../trail/table.js';
import { vehicleTable } from '../vehicle/table.js';
import { jobColumns, jobEventTable, jobTable } from './table.js';

export type JobStore = ReturnType<typeof makeJobStore>;

const boardSize = 300;
const pageSize = 100;

/** Jobs: their logs, the lines of the board, and what is told of them elsewhere. */
export const makeJobStore = (database: Database) => ({
  ...jobLists(database),
  ...jobLogs(database),
  ...toldElsewhere(database),
});

/** The lines of jobs and trails that are listed. */
function jobLists({ orm }: Database) {
  const lines = async (where: SQL, order: SQL, limit: number): Promise<JobListItem[]> => {
    const rows = await orm
      .select({ job: jobTable, fleetNumber: vehicleTable.fleetNumber })
      .from(jobTable)
      .innerJoin(vehicleTable, eq(vehicleTable.vehicleId, jobTable.vehicleId))
      .where(where)
      .orderBy(order)
      .limit(limit);
    const jobIds = rows.map(({ job }) => job.jobId);
    const [trails, withSheet] = await Promise.all([trailsOf(jobIds), withSheetOf(jobIds)]);
    return rows.map(({ job, fleetNumber }) =>
      toListItem(job, fleetNumber, { hasSheet: withSheet.has(job.jobId), trails: trails.get(job.jobId) ?? [] }),
    );
  };

  const trailsOf = async (jobIds: readonly string[]) => {
    const rows = await orm
      .select({ jobId: trailTable.jobId, atStep: trailTable.atStep, concludedWith: trailTable.concludedWith })
      .from(trailTable)
      .where(inArray(trailTable.jobId, [...jobIds]))
      .orderBy(asc(trailTable.openedAtMs));
    return groupBy(rows, ({ jobId }) => jobId ?? '');
  };

  const withSheetOf = async (jobIds: readonly string[]): Promise<ReadonlySet<string>> => {
    const rows = await orm
      .selectDistinct({ jobId: codeSheetTable.jobId })
      .from(codeSheetTable)
      .where(and(inArray(codeSheetTable.jobId, [...jobIds]), eq(codeSheetTable.isVoid, false)));
    return new Set(rows.map(({ jobId }) => jobId));
  };

  return {
    /** The open jobs, the oldest first. */
    board: () => lines(sql`stage <> 'gone'`, asc(jobTable.takenInAtMs), boardSize),

    /** All jobs of a vehicle, the newest first. */
    ofVehicle: (vehicleId: string) =>
      lines(sql`${jobTable.vehicleId} = ${vehicleId}`, desc(jobTable.takenInAtMs), pageSize),

    /** The trails on all jobs of a vehicle, the newest first. */
    trailsOfVehicle: (vehicleId: string): Promise<TrailListItem[]> =>
      orm
        .select(getTableColumns(trailTable))
        .from(jobTable)
        .innerJoin(trailTable, eq(trailTable.jobId, jobTable.jobId))
        .where(eq(jobTable.vehicleId, vehicleId))
        .orderBy(desc(trailTable.openedAtMs))
        .limit(pageSize),
  };
}

const jobLogs = ({ orm }: Database) => ({
  has: async (jobId: string): Promise<boolean> =>
    (await orm.select({ jobId: jobTable.jobId }).from(jobTable).where(eq(jobTable.jobId, jobId))).length > 0,

  events: async (jobId: string): Promise<JobEvent[]> => {
    const rows = await orm
      .select({ event: jobEventTable.event })
      .from(jobEventTable)
      .where(eq(jobEventTable.jobId, jobId))
      .orderBy(asc(jobEventTable.seq));
    return rows.map(({ event }) => event);
  },

  /** The statements that take an entry out of what is listed and searched. */
  voiding: (jobId: string, entry: JobEvent | undefined): BatchItem<'sqlite'>[] => [
    orm
      .update(jobEventTable)
      .set({ kind: 'voided' })
      .where(and(eq(jobEventTable.jobId, jobId), eq(jobEventTable.eventId, entry?.id ?? ''))),
    orm.run(sql`DELETE FROM note_search WHERE job_id = ${jobId} AND note = ${textOf(entry)}`),
  ],

  /** Writes new events from that place on, the job's line after them, and what belongs to them; all or nothing. */
  append: async (
    jobId: string,
    seq: number,
    events: readonly JobEvent[],
    job: Job,
    besides: readonly BatchItem<'sqlite'>[] = [],
  ): Promise<void> => {
    const rows = events.map((event, at) => ({
      jobId,
      seq: seq + at,
      eventId: event.id,
      kind: event.kind,
      atMs: event.atMs,
      event,
    }));
    const columns = jobColumns(job);
    await orm.batch([
      orm.insert(jobEventTable).values(rows),
      orm
        .insert(jobTable)
        .values({ jobId, ...columns })
        .onConflictDoUpdate({ target: jobTable.jobId, set: columns }),
      ...besides,
    ]);
  },
});

/** Entries of these kinds on all jobs of a vehicle, the first job first; of jobs that no longer count, none. */
async function entriesOf({ orm }: Database, vehicleId: string, kinds: readonly JobEvent['kind'][]) {
  const rows = await orm
    .select({ jobId: jobEventTable.jobId, event: jobEventTable.event, kind: jobEventTable.kind })
    .from(jobTable)
    .innerJoin(jobEventTable, eq(jobEventTable.jobId, jobTable.jobId))
    .where(and(eq(jobTable.vehicleId, vehicleId), inArray(jobEventTable.kind, ['takenIn', ...kinds])))
    .orderBy(asc(jobTable.takenInAtMs), asc(jobEventTable.jobId), asc(jobEventTable.seq));
  const counting = new Set(rows.flatMap(({ jobId, kind }) => (kind === 'takenIn' ? [jobId] : [])));
  return rows.filter(({ jobId }) => counting.has(jobId));
}

/** What was said on jobs and is read by their vehicle, or by the authors of plans. */
function toldElsewhere(database: Database) {
  const { orm } = database;
  /** Those that are to be made good first. */
  const repairs = async (vehicleId: string) => vehicleRepairs(await entriesOf(database, vehicleId, repairKinds));
  return {
    /** What else was noticed on a vehicle, what is open first. */
    sideFindings: async (vehicleId: string) => vehicleFindings(await entriesOf(database, vehicleId, findingKinds)),

    repairs,

    /** The causes of a vehicle whose repair stands, by name. */
    repairedCauses: async (vehicleId: string): Promise<readonly string[]> =>
      (await repairs(vehicleId)).flatMap(({ repair, failedBecause }) => (failedBecause === null ? [repair.cause] : [])),

    /** For which jobs a plan was missing, the newest first. */
    missedPlans: async (): Promise<MissedPlan[]> => {
      const rows = await orm
        .select({ jobId: jobEventTable.jobId, event: jobEventTable.event, fleetNumber: vehicleTable.fleetNumber })
        .from(jobEventTable)
        .innerJoin(jobTable, eq(jobTable.jobId, jobEventTable.jobId))
        .innerJoin(vehicleTable, eq(vehicleTable.vehicleId, jobTable.vehicleId))
        .where(sql`${jobEventTable.kind} = 'planMissed'`)
        .orderBy(desc(jobEventTable.atMs))
        .limit(pageSize);
      return rows.map(({ jobId, fleetNumber, event }) => {
        const { wanted, by, atMs } = event as JobEventOf<'planMissed'>;
        return { jobId, fleetNumber, wanted, by, atMs };
      });
    },
  };
}

/** The text by which an entry is searched. */
function textOf(entry: JobEvent | undefined): string | null {
  if (entry?.kind === 'noted') return entry.text;
  if (entry?.kind === 'sideFound') return entry.finding.what;
  return entry?.kind === 'complaintChecked' ? entry.seen : null;
}

function toListItem(
  row: typeof jobTable.$inferSelect,
  fleetNumber: string,
  more: Pick<StandingFacts, 'hasSheet' | 'trails'>,
): JobListItem {
  const {
    jobId,
    vehicleId,
    complaint,
    takenInAtMs,
    lastEventAtMs,
    assignedTo,
    waitsFor,
    stage,
    isRepaired,
    provenAs,
    complaintCheck,
  } = row;
  const facts = { stage, isRepaired, provenAs, complaintCheck, ...more };
  return {
    jobId,
    vehicleId,
    fleetNumber,
    complaint,
    takenInAtMs,
    lastEventAtMs,
    assignedTo,
    waitsFor,
    standing: standingOf(facts),
    at: sayWhereAt(facts),
  };
}
