import { type NewSheet, newSheetSchema } from '@probe-trail/core/codes';
import {
  applyNewJobEvent,
  type JobEvent,
  type NewJobEvent,
  type OwnEntries,
  openJob,
  sayJobMisfit,
  sheetEntry,
} from '@probe-trail/core/job';
import { sayFaults, validate } from '@probe-trail/core/schema';
import { deviceNowMs } from '../device/clock';
import { queueOfJob, type Recorded } from '../device/database';
import { outbox } from '../device/outbox';
import type { AppState, AppThunk } from '../state/appState';
import { deviceFull, entriesQueued, waitingCounted } from '../state/networkSlice';
import { recordingEnded } from '../state/refusalSlice';
import { jobApi } from './jobApi';
import { entriesMade, selectOwnEntries } from './jobEntriesSlice';
import { stampedJobEvent } from './stampedJobEvent';

/**
 * Applies new events to the job as it is now, keeps them on this device, and sends them. What does not fit is said over the page.
 * @returns whether they were recorded
 */
export const recordOnJob =
  (jobId: string, by: string, fresh: readonly NewJobEvent[]): AppThunk<Promise<boolean>> =>
  async (dispatch) => {
    if (isBounce(fresh)) return true;
    const events = fresh.map((event) => stampedJobEvent(event, by));
    const recorded = events.map((event) => ({ kind: 'jobEvent', jobId, event }) as const);
    return dispatch(keep(jobId, { events, sheets: [] }, recorded));
  };

// A gloved finger often touches twice, and the button of the next station stands where the last one was.
const bounceMs = 600;
let movedAtMs = Number.NEGATIVE_INFINITY;

/** Whether this moves a job on in the moment in which it was moved on already. */
function isBounce(fresh: readonly NewJobEvent[]): boolean {
  if (!fresh.some(({ kind }) => kind === 'stageSet')) return false;
  const isTwice = deviceNowMs() - movedAtMs < bounceMs;
  if (!isTwice) movedAtMs = deviceNowMs();
  return isTwice;
}

/** Keeps a code sheet of a job in the same way. @returns whether it was kept */
export const keepSheet =
  (jobId: string, takenBy: string, sheet: NewSheet): AppThunk<Promise<boolean>> =>
  async (dispatch) => {
    const checked = validate(newSheetSchema, sheet);
    if (!checked.ok) {
      dispatch(recordingEnded(`${sayFaults(checked.problem)}. The sheet is not kept yet; it stays here.`));
      return false;
    }
    const made = { events: [sheetEntry(sheet, takenBy)], sheets: [{ ...sheet, jobId, takenBy }] };
    return dispatch(keep(jobId, made, [{ kind: 'sheet', jobId, takenBy, sheet }]));
  };

const keep =
  (jobId: string, made: OwnEntries, recorded: readonly Recorded[]): AppThunk<Promise<boolean>> =>
  async (dispatch, getState) => {
    const misfit = misfitOf(getState(), jobId, made.events);
    dispatch(recordingEnded(misfit));
    if (misfit !== undefined) return false;
    dispatch(entriesMade({ jobId, made }));
    if (!(await outbox.add(recorded))) dispatch(deviceFull());
    dispatch(waitingCounted(await outbox.count()));
    dispatch(entriesQueued());
    return true;
  };

/** Why these do not fit the job as it is now; `undefined` where they do, or where this device does not know it: then the server judges. */
function misfitOf(state: AppState, jobId: string, events: readonly JobEvent[]): string | undefined {
  const { data: log } = jobApi.endpoints.jobLog.select(jobId)(state);
  if (!log) return undefined;
  let { job } = openJob(log, selectOwnEntries(state, jobId));
  for (const event of events) {
    const next = applyNewJobEvent(job, event);
    if (!next.ok) return sayJobMisfit(next.problem);
    job = next.value;
  }
  return undefined;
}

/** Brings what still waits on this device for a job into view. */
export const showWaiting =
  (jobId: string): AppThunk<Promise<void>> =>
  async (dispatch) => {
    const waiting = (await outbox.of(queueOfJob(jobId))).map(({ recorded }) => recorded);
    if (waiting.length === 0) return;
    const events = waiting.flatMap((one) =>
      one.kind === 'jobEvent' ? [one.event] : one.kind === 'sheet' ? [sheetEntry(one.sheet, one.takenBy)] : [],
    );
    const sheets = waiting.flatMap((one) =>
      one.kind === 'sheet' ? [{ ...one.sheet, jobId, takenBy: one.takenBy }] : [],
    );
    dispatch(entriesMade({ jobId, made: { events, sheets } }));
  };
