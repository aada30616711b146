import { type Answer, drainOutbox, type TrailEvent } from '@probe-trail/core/trail';
import { problemCodeOf, sayFailure } from '../../api/api';
import { photoApi } from '../../photo/photoApi';
import { photoSent, waitingPhoto } from '../../photo/waitingPhotos';
import type { AppThunk } from '../../state/appState';
import { networkFound, networkLost, waitingCounted } from '../../state/networkSlice';
import { outbox, type WaitingEvent } from './outbox';
import { trailApi } from './trailApi';
import { acknowledged, refused } from './trailSlice';

// The server has understood these and says no: sending them again would not help.
const final = new Set([
  'EVENT_MISFIT',
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
  dispatch(waitingCounted(await outbox.count()));
  const isEmpty = await drainOutbox<WaitingEvent>({
    next: outbox.next,
    send: (trailId, events) => dispatch(send(trailId, events)),
    onTaken: async (trailId, rows) => {
      await outbox.remove(rows);
      dispatch(acknowledged({ trailId, ids: idsOf(rows) }));
      dispatch(networkFound());
      dispatch(waitingCounted(await outbox.count()));
    },
    onRefused: async (trailId, rows, message) => {
      await outbox.refuse(rows, message);
      dispatch(refused({ trailId, ids: idsOf(rows), message }));
      dispatch(waitingCounted(await outbox.count()));
    },
  });
  if (isEmpty) failures = 0;
  else dispatch(tryLater());
};

const idsOf = (rows: readonly WaitingEvent[]) => rows.map(({ event }) => event.id);

const tryLater = (): AppThunk<void> => (dispatch) => {
  dispatch(networkLost());
  failures += 1;
  retry = setTimeout(() => void dispatch(sendOutbox()), Math.min(longestWaitMs, 500 * 2 ** failures));
};

const send =
  (trailId: string, events: readonly TrailEvent[]): AppThunk<Promise<Answer>> =>
  async (dispatch) => {
    const error = (await dispatch(sendPhotos(events))) ?? (await dispatch(append(trailId, events)));
    if (!error) return { kind: 'taken' };
    return final.has(problemCodeOf(error) ?? '')
      ? { kind: 'refused', message: sayFailure(error) }
      : { kind: 'unanswered' };
  };

const append =
  (trailId: string, events: readonly TrailEvent[]): AppThunk<Promise<unknown>> =>
  async (dispatch) =>
    (await dispatch(trailApi.endpoints.appendEvents.initiate({ trailId, events }, { track: false }))).error;

/** Sends the pictures that these events speak of and the server does not have yet: they must be there before they are spoken of. */
const sendPhotos =
  (events: readonly TrailEvent[]): AppThunk<Promise<unknown>> =>
  async (dispatch) => {
    for (const event of events) {
      const picture = event.kind === 'photoAdded' ? await waitingPhoto(event.photoId) : undefined;
      if (event.kind !== 'photoAdded' || !picture) continue;
      const { error } = await dispatch(photoApi.endpoints.addPhoto.initiate(picture, { track: false }));
      if (error) return error;
      await photoSent(event.photoId);
    }
    return undefined;
  };
