import { problemCodeOf, sayFailure } from '../app/api';
import type { AppThunk } from '../app/store';
import { outbox, type WaitingEvent } from './outbox';
import { trailApi } from './trailApi';
import { acknowledged, networkLost, refused } from './trailSlice';

// The server has understood these and says no: sending them again would not help.
const final = new Set(['EVENT_MISFIT', 'REQUEST_INVALID', 'TRAIL_NOT_FOUND', 'PLAN_NOT_FOUND', 'FORBIDDEN']);
const longestWaitMs = 15_000;

let running: Promise<void> | undefined;
let retry: ReturnType<typeof setTimeout> | undefined;
let failures = 0;

/** Sends what waits, one trail after the other, in order. Called as often as you like; it runs once at a time. */
export const sendOutbox = (): AppThunk<Promise<void>> => (dispatch) => {
  clearTimeout(retry);
  running ??= dispatch(sendAll()).finally(() => {
    running = undefined;
  });
  return running;
};

const sendAll = (): AppThunk<Promise<void>> => async (dispatch) => {
  for (let rows = await outbox.next(); rows.length > 0; rows = await outbox.next()) {
    const isDone = await dispatch(send(rows));
    if (!isDone) return;
  }
};

/** @returns whether the rows are off the outbox, one way or the other */
const send =
  (rows: readonly WaitingEvent[]): AppThunk<Promise<boolean>> =>
  async (dispatch) => {
    const trailId = rows[0]?.trailId ?? '';
    const events = rows.map(({ event }) => event);
    const ids = events.map(({ id }) => id);
    const { error } = await dispatch(trailApi.endpoints.appendEvents.initiate({ trailId, events }, { track: false }));
    if (!error) {
      failures = 0;
      await outbox.remove(rows);
      dispatch(acknowledged({ trailId, ids }));
      return true;
    }
    if (!final.has(problemCodeOf(error) ?? '')) {
      dispatch(networkLost());
      failures += 1;
      retry = setTimeout(() => void dispatch(sendOutbox()), Math.min(longestWaitMs, 500 * 2 ** failures));
      return false;
    }
    await outbox.refuse(rows, sayFailure(error));
    dispatch(refused({ trailId, ids, says: sayFailure(error) }));
    return true;
  };
