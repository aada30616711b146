import type { Plan } from '@probe-trail/core/plan';
import { applyTrailEvent, sayMisfit, type Trail, type TrailEvent } from '@probe-trail/core/trail';
import { nanoid } from '@reduxjs/toolkit';
import { nowMs } from '../app/clock';
import type { AppDispatch, AppThunk } from '../app/store';
import { keptLog } from './keptLogs';
import { outbox } from './outbox';
import { sendOutbox } from './sendOutbox';
import { trailApi } from './trailApi';
import { deviceFull, logOpened, recorded, waitingCounted } from './trailSlice';

/** An event without what every event has: id, time and person are added here. */
export type NewEvent = TrailEvent extends infer One
  ? One extends TrailEvent
    ? Omit<One, 'id' | 'atMs' | 'by'>
    : never
  : never;

/** The event with what every event has. */
export const stampedEvent = (event: NewEvent, by: string, atMs: number): TrailEvent =>
  ({ ...event, id: nanoid(), atMs, by }) as TrailEvent;

/**
 * Applies new events to a trail at once, keeps them on this device, and sends them.
 * @returns the sentence why they do not fit; `undefined` when they do
 */
export const recordEvents =
  (
    trailId: string,
    plan: Plan,
    trail: Trail | undefined,
    by: string,
    fresh: readonly NewEvent[],
  ): AppThunk<string | undefined> =>
  (dispatch) => {
    const events = fresh.map((event) => stampedEvent(event, by, nowMs()));
    let state = trail;
    for (const event of events) {
      const next = applyTrailEvent(plan, state, event);
      if (!next.ok) return sayMisfit(next.problem);
      state = next.value;
    }
    dispatch(recorded({ trailId, events }));
    void keepAndSend(dispatch, trailId, events);
    return undefined;
  };

async function keepAndSend(dispatch: AppDispatch, trailId: string, events: readonly TrailEvent[]): Promise<void> {
  const isKept = await outbox.add(trailId, events);
  if (!isKept) dispatch(deviceFull());
  dispatch(waitingCounted(await outbox.count()));
  await dispatch(sendOutbox());
}

/** Brings a trail onto this device: what the server has, and what still waits here. */
export const openTrail =
  (trailId: string): AppThunk<Promise<unknown>> =>
  async (dispatch) => {
    const waiting = (await outbox.of(trailId)).map(({ event }) => event);
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
