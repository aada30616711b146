import type { NewSheet, SentSheet } from '@probe-trail/core/codes';
import {
  applyJobEvent,
  applyNewJobEvent,
  type Job,
  type JobEvent,
  type JobEventOf,
  type JobLog,
  reduceJob,
  sayJobMisfit,
  serverMadeKinds,
  sheetEntry,
  unpluggedOn,
} from '@probe-trail/core/job';
import type { Person } from '@probe-trail/core/person';
import type { BatchItem } from 'drizzle-orm/batch';
import type { CodeStore } from '../codes/store.js';
import { makeTurns } from '../edge/inTurn.js';
import { mayBeVoided } from '../log/mayBeVoided.js';
import { withSender } from '../person/sender.js';
import type { PersonStore } from '../person/store.js';
import { photosMustBeThere } from '../photo/photosThere.js';
import type { PhotoStore } from '../photo/store.js';
import { AppError } from '../problem/index.js';
import type { TrailStore } from '../trail/store.js';
import type { VehicleStore } from '../vehicle/store.js';
import { proofMustHold, type WalkedTrails } from './proofMustHold.js';
import type { JobStore } from './store.js';

export type JobService = ReturnType<typeof makeJobService>;

interface Stores {
  readonly jobs: JobStore;
  readonly codes: CodeStore;
  readonly trails: TrailStore & WalkedTrails;
  readonly vehicles: VehicleStore;
  readonly people: Pick<PersonStore, 'isName'>;
  readonly photos: Pick<PhotoStore, 'find'>;
}

/** Jobs: every event is checked by the core's reducer, then stored. */
export function makeJobService({ jobs, codes, trails, vehicles, people, photos }: Stores) {
  // Two appends to one job at once would both go on from the same state.
  const inTurn = makeTurns();

  const appendNow = async (
    jobId: string,
    events: readonly JobEvent[],
    {
      besides = [],
      isSent = false,
    }: { readonly besides?: readonly BatchItem<'sqlite'>[]; readonly isSent?: boolean } = {},
  ) => {
    const stored = await jobs.events(jobId);
    const known = new Set(stored.map(({ id }) => id));
    // A request may say the same thing twice; it is taken once.
    const once = [...new Map(events.map((event) => [event.id, event])).values()];
    const fresh = once.filter(({ id }) => !known.has(id));
    if (fresh.length > 0) {
      const job = applyAll(jobId, stored, fresh, isSent ? applyNewJobEvent : applyJobEvent);
      if (isSent) await proofMustHold({ codes, trails }, jobId, stored, fresh);
      if (fresh[0]?.kind === 'takenIn') await vehicleMustBeThere(vehicles, job.vehicleId);
      await jobs.append(jobId, stored.length, fresh, job, besides);
    }
    return { eventCount: stored.length + fresh.length };
  };

  const jobOr404 = async (jobId: string): Promise<Job> => {
    const reduced = reduceJob(await jobs.events(jobId));
    if (!reduced.ok) throw jobNotFound(jobId);
    return reduced.value;
  };

  /** Keeps a sheet and tells the job, in one transaction. */
  const keepWith = (jobId: string, sheet: NewSheet, entry: JobEventOf<'sheetKept'>) =>
    inTurn(jobId, async () => {
      const { vehicleId } = await jobOr404(jobId);
      if (await codes.has(sheet.sheetId))
        throw new AppError('SHEET_EXISTS', 'This sheet is kept already. Nothing was changed.');
      const where = { jobId, vehicleId, takenBy: entry.by };
      return appendNow(jobId, [entry], { besides: codes.insertion(sheet, where) });
    });

  return {
    board: jobs.board,
    missedPlans: jobs.missedPlans,
    jobOr404,
    sheets: codes.ofJob,

    log: (jobId: string) => logOf({ jobs, codes, trails }, jobId),

    /** Appends what the server itself has done, or what ships with it. */
    append: (jobId: string, events: readonly JobEvent[]) => inTurn(jobId, () => appendNow(jobId, events)),

    /** Appends all that somebody sent or nothing; what the job has already is passed over. */
    appendSent: async (jobId: string, sent: readonly JobEvent[], sender: Person) => {
      for (const { kind } of sent) refuseServerMade(kind);
      const events = await withSender(sent, sender, people);
      await photosMustBeThere(events, photos);
      return inTurn(jobId, () => appendNow(jobId, events, { isSent: true }));
    },

    /** Notes that an entry counts no more; it stays in the log, and the state is folded without it. */
    voidEntry: (jobId: string, voiding: JobEventOf<'entryVoided'>) =>
      inTurn(jobId, async () => {
        const stored = await jobs.events(jobId);
        if (stored.length === 0) throw jobNotFound(jobId);
        mayBeVoided(stored, voiding.entryId);
        const reduced = reduceJob([...stored, voiding]);
        if (!reduced.ok) throw new Error(`the log of job ${jobId} is broken at event ${reduced.problem.eventId}`);
        const voided = stored.find(({ id }) => id === voiding.entryId);
        await jobs.append(jobId, stored.length, [voiding], reduced.value, [
          ...jobs.voiding(jobId, voided),
          ...(voided?.kind === 'sheetKept' ? codes.voiding(voided.sheetId) : []),
        ]);
        return { eventCount: stored.length + 1 };
      }),

    /** Keeps a sheet that ships with the server. */
    keepSheet: (jobId: string, sheet: NewSheet, takenBy: string) => keepWith(jobId, sheet, sheetEntry(sheet, takenBy)),

    /** Keeps a sheet that somebody sent, who need not be who took it. */
    keepSentSheet: async (jobId: string, { takenBy, ...sheet }: SentSheet, sender: Person) => {
      const [entry] = await withSender([sheetEntry(sheet, takenBy ?? sender.name)], sender, people);
      if (!entry) throw new Error('one entry was stamped, and none came back');
      return keepWith(jobId, sheet, entry);
    },
  };
}

/** Everything that is recorded of a job. */
async function logOf(
  { jobs, codes, trails }: Pick<Stores, 'jobs' | 'codes' | 'trails'>,
  jobId: string,
): Promise<JobLog> {
  const events = await jobs.events(jobId);
  if (events.length === 0) throw jobNotFound(jobId);
  const [sheets, trailLines] = await Promise.all([codes.ofJob(jobId), trails.ofJob(jobId)]);
  const walked = await Promise.all(trailLines.map(({ trailId }) => trails.events(trailId)));
  return { jobId, events, sheets, trails: trailLines, unplugged: walked.flatMap(unpluggedOn) };
}

async function vehicleMustBeThere(vehicles: VehicleStore, vehicleId: string): Promise<void> {
  if (!(await vehicles.find(vehicleId)))
    throw new AppError('VEHICLE_NOT_FOUND', `There is no vehicle “${vehicleId}”. Add it first, then take it in.`);
}

function refuseServerMade(kind: JobEvent['kind']): void {
  if (kind in serverMadeKinds)
    throw new AppError('NOT_FROM_OUTSIDE', serverMadeKinds[kind as keyof typeof serverMadeKinds]);
}

function applyAll(
  jobId: string,
  stored: readonly JobEvent[],
  fresh: readonly JobEvent[],
  apply: typeof applyJobEvent,
): Job {
  const before = stored.length > 0 ? reduceJob(stored) : undefined;
  if (before && !before.ok) throw new Error(`the log of job ${jobId} is broken at event ${before.problem.eventId}`);
  const job = fresh.reduce<Job | undefined>((state, event) => {
    const next = apply(state, event);
    if (!next.ok) throw new AppError('JOB_EVENT_MISFIT', `${sayJobMisfit(next.problem)} Nothing was saved.`);
    return next.value;
  }, before?.value);
  if (!job) throw new Error('an append without events has no state');
  return job;
}

const jobNotFound = (jobId: string) => new AppError('JOB_NOT_FOUND', `There is no job “${jobId}”.`);
