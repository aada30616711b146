import type { Plan } from '@probe-trail/core/plan';
import {
  applyTrailEvent,
  foldLog,
  type NewTrailEvent,
  sayMisfit,
  stampTrailEvent,
  type TrailEvent,
} from '@probe-trail/core/trail';
import { nanoid } from 'nanoid';
import { deviceNowMs, nowMs } from '../../device/clock';
import { queueOfTrail } from '../../device/database';
import { outbox } from '../../device/outbox';
import type { AppDispatch, AppThunk } from '../../state/appState';
import { deviceFull, entriesQueued, waitingCounted } from '../../state/networkSlice';
import { recordingEnded } from '../../state/refusalSlice';
import { keptLog } from './keptLogs';
import { trailApi } from './trailApi';
import { logOpened, recorded, selectLog } from './trailSlice';

/**
 * Applies new events to the trail as it is now, keeps them on this device, and sends them. What does not fit is said over the page.
 * @returns whether they were recorded
 */
export const recordEvents =
  (trailId: string, plan: Plan, by: string, fresh: readonly NewTrailEvent[]): AppThunk<boolean> =>
  (dispatch, getState) => {
    if (isBounce(trailId, fresh)) return true;
    const events = fresh.map((event) => stampTrailEvent(event, { id: nanoid(), atMs: nowMs(), by }));
    const log = selectLog(getState(), trailId);
    let state = log && foldLog(plan, log);
    for (const event of events) {
      const next = applyTrailEvent(state ?? { plan }, event);
      if (!next.ok) {
        dispatch(recordingEnded(sayMisfit(next.problem)));
        return false;
      }
      state = next.value;
    }
    dispatch(recorded({ trailId, events }));
    dispatch(recordingEnded(undefined));
    lastPress = { events: JSON.stringify([trailId, fresh]), atMs: deviceNowMs() };
    void keepAndSend(dispatch, trailId, events);
    return true;
  };

// A gloved finger often touches twice.
const bounceMs = 400;
const noPress = { events: '', atMs: Number.NEGATIVE_INFINITY };
let lastPress = noPress;

/** Whether this is the press before once more: the same events in the same moment. */
const isBounce = (trailId: string, fresh: readonly NewTrailEvent[]): boolean =>
  deviceNowMs() - lastPress.atMs < bounceMs && lastPress.events === JSON.stringify([trailId, fresh]);

/** What is typed after a press makes the next press a new one, however quick: a second reading may be the same number. */
export const typedSincePress = (): void => {
  lastPress = noPress;
};

async function keepAndSend(dispatch: AppDispatch, trailId: string, events: readonly TrailEvent[]): Promise<void> {
  const isKept = await outbox.add(events.map((event) => ({ kind: 'trailEvent', trailId, event })));
  if (!isKept) dispatch(deviceFull());
  dispatch(waitingCounted(await outbox.count()));
  dispatch(entriesQueued());
}

/** Brings a trail onto this device: what the server has, and what still waits here. */
export const openTrail =
  (trailId: string): AppThunk<Promise<unknown>> =>
  async (dispatch) => {
    const waiting = (await outbox.of(queueOfTrail(trailId))).flatMap(({ recorded: one }) =>
      one.kind === 'trailEvent' ? [one.event] : [],
    );
    const answer = await dispatch(
      trailApi.endpoints.trailLog.initiate(trailId, { forceRefetch: true, subscribe: false }),
    );
    // Without a network the trail stands as this device last heard of it.
    const kept = answer.data ? undefined : await keptLog(trailId);
    if (answer.error && waiting.length === 0 && !kept) return answer.error;
    const stored = answer.data?.events ?? kept?.stored ?? [];
    dispatch(logOpened({ trailId, stored, confirmedCount: kept?.confirmedCount ?? stored.length, waiting }));
    return undefined;
  };
