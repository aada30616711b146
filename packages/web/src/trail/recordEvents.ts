import type { Plan } from '@probe-trail/core/plan';
import { applyTrailEvent, sayMisfit, type Trail, type TrailEvent } from '@probe-trail/core/trail';
import { nanoid } from '@reduxjs/toolkit';
import type { AppThunk } from '../app/store';
import { outbox } from './outbox';
import { sendOutbox } from './sendOutbox';
import { trailApi } from './trailApi';
import { logOpened, recorded } from './trailSlice';

/** An event without what every event has: id, time and person are added here. */
export type NewEvent = TrailEvent extends infer One
  ? One extends TrailEvent
    ? Omit<One, 'id' | 'atMs' | 'by'>
    : never
  : never;

const stamped = (event: NewEvent, by: string): TrailEvent =>
  ({ ...event, id: nanoid(), atMs: Date.now(), by }) as TrailEvent;

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
    const events = fresh.map((event) => stamped(event, by));
    let state = trail;
    for (const event of events) {
      const next = applyTrailEvent(plan, state, event);
      if (!next.ok) return sayMisfit(next.problem);
      state = next.value;
    }
    dispatch(recorded({ trailId, events }));
    void outbox.add(trailId, events).then(() => dispatch(sendOutbox()));
    return undefined;
  };

/** Brings a trail onto this device: what the server has, and what still waits here. */
export const openTrail =
  (trailId: string): AppThunk<Promise<unknown>> =>
  async (dispatch) => {
    const waiting = (await outbox.of(trailId)).map(({ event }) => event);
    const answer = await dispatch(
      trailApi.endpoints.trailLog.initiate(trailId, { forceRefetch: true, subscribe: false }),
    );
    if (answer.error && waiting.length === 0) return answer.error;
    dispatch(logOpened({ trailId, stored: answer.data?.events ?? [], waiting }));
    return undefined;
  };
