import { photosIn } from '@probe-trail/core/log';
import { type Answer, drainOutbox, oneAtATime } from '@probe-trail/core/outbox';
import { problemCodeOf, sayFailure } from '../api/api';
import type { Recorded, Waiting } from '../device/database';
import { outbox } from '../device/outbox';
import { jobApi } from '../job/jobApi';
import { entriesRefused } from '../job/jobEntriesSlice';
import { sendPhotos } from '../photo/sendPhotos';
import { sendRecordings } from '../recording/sendRecordings';
import type { AppThunk } from '../state/appState';
import { networkFound, networkLost, waitingCounted } from '../state/networkSlice';
import { recordingEnded } from '../state/refusalSlice';
import { trailApi } from '../trail/log/trailApi';
import { acknowledged, refused } from '../trail/log/trailSlice';

// The server has understood these and says no: sending them again would not help.
const final = new Set([
  'EVENT_MISFIT',
  'JOB_EVENT_MISFIT',
  'PROOF_DIFFERS',
  'REQUEST_INVALID',
  'TRAIL_NOT_FOUND',
  'PLAN_NOT_FOUND',
  'FORBIDDEN',
  'PHOTO_INVALID',
  'REQUEST_TOO_LARGE',
  'ENTRY_UNSTORABLE',
  'NOT_FROM_OUTSIDE',
  'JOB_NOT_FOUND',
  'PHOTO_NOT_FOUND',
]);
// The server has it from before: its answer was lost.
const takenBefore = new Set(['SHEET_EXISTS']);
const longestWaitMs = 15_000;

let retry: ReturnType<typeof setTimeout> | undefined;
let failures = 0;
let sending: (() => Promise<void>) | undefined;

/** Sends what waits, one queue after the other, in order. Called as often as you like; it runs once at a time. */
export const sendOutbox = (): AppThunk<Promise<void>> => (dispatch) => {
  clearTimeout(retry);
  sending ??= oneAtATime(() => dispatch(sendAll()));
  return sending();
};

const sendAll = (): AppThunk<Promise<void>> => async (dispatch) => {
  dispatch(waitingCounted(await outbox.count()));
  const isEmpty = await drainOutbox<Waiting>({
    next: outbox.next,
    send: (rows) => dispatch(send(rows)),
    onTaken: async (rows) => {
      await outbox.remove(rows);
      dispatch(taken(rows));
      dispatch(networkFound());
      dispatch(waitingCounted(await outbox.count()));
    },
    onRefused: async (rows, message) => {
      await outbox.refuse(rows, message);
      dispatch(refuse(rows, message));
      dispatch(waitingCounted(await outbox.count()));
    },
  });
  if (isEmpty) {
    failures = 0;
    void sendRecordings();
  } else dispatch(tryLater());
};

const tryLater = (): AppThunk<void> => (dispatch) => {
  dispatch(networkLost());
  failures += 1;
  retry = setTimeout(() => void dispatch(sendOutbox()), Math.min(longestWaitMs, 500 * 2 ** failures));
};

const send =
  (rows: readonly Waiting[]): AppThunk<Promise<Answer>> =>
  async (dispatch) => {
    const recorded = rows.map((row) => row.recorded);
    const error =
      (await dispatch(sendPhotos(photosIn(recorded.flatMap((one) => (one.kind === 'sheet' ? [] : [one.event])))))) ??
      (await dispatch(append(recorded)));
    const code = problemCodeOf(error) ?? '';
    if (!error || takenBefore.has(code)) return { kind: 'taken' };
    return final.has(code) ? { kind: 'refused', message: sayFailure(error) } : { kind: 'unanswered' };
  };

/** @returns why it was not taken; `undefined` where it was */
const append =
  (recorded: readonly Recorded[]): AppThunk<Promise<unknown>> =>
  async (dispatch) => {
    const once = { track: false } as const;
    const [first] = recorded;
    switch (first?.kind) {
      case undefined:
        return undefined;
      case 'trailEvent': {
        const events = recorded.flatMap((one) => (one.kind === 'trailEvent' ? [one.event] : []));
        return (await dispatch(trailApi.endpoints.appendEvents.initiate({ trailId: first.trailId, events }, once)))
          .error;
      }
      case 'jobEvent': {
        const events = recorded.flatMap((one) => (one.kind === 'jobEvent' ? [one.event] : []));
        return (await dispatch(jobApi.endpoints.appendJobEvents.initiate({ jobId: first.jobId, events }, once))).error;
      }
      case 'sheet': {
        const { jobId, takenBy, sheet } = first;
        const sent = { jobId, sheet: { ...sheet, takenBy } };
        return (await dispatch(jobApi.endpoints.keepSheet.initiate(sent, once))).error;
      }
    }
  };

const idOf = (recorded: Recorded): string =>
  recorded.kind === 'sheet' ? `sheet-${recorded.sheet.sheetId}` : recorded.event.id;

/** The first of a batch says whose it is: they are of one queue. */
const taken =
  (rows: readonly Waiting[]): AppThunk<void> =>
  (dispatch) => {
    const [first] = rows;
    if (first?.recorded.kind !== 'trailEvent') return;
    dispatch(acknowledged({ trailId: first.recorded.trailId, ids: rows.map(({ recorded }) => idOf(recorded)) }));
  };

const refuse =
  (rows: readonly Waiting[], message: string): AppThunk<void> =>
  (dispatch) => {
    const [first] = rows;
    if (!first) return;
    const ids = rows.map(({ recorded }) => idOf(recorded));
    if (first.recorded.kind === 'trailEvent') {
      dispatch(refused({ trailId: first.recorded.trailId, ids, message }));
      return;
    }
    dispatch(entriesRefused({ jobId: first.recorded.jobId, ids }));
    dispatch(recordingEnded(message));
  };
