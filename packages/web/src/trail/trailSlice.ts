import type { TrailEvent } from '@probe-trail/core/trail';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** The events of a trail as this device knows them: what the server has, in its order, then what this device added since. */
export interface LocalLog {
  readonly events: readonly TrailEvent[];
  /** How many of them came from the server. */
  readonly confirmedCount: number;
  /** Those that the server has not acknowledged yet. */
  readonly waitingIds: readonly string[];
  /** Why the server refused entries of this trail, and which. */
  readonly refusal: { readonly says: string; readonly events: readonly TrailEvent[] } | undefined;
}

export interface TrailState {
  readonly logs: Readonly<Record<string, LocalLog>>;
  readonly isOnline: boolean;
  /** How many entries wait to be sent, on all trails. */
  readonly waitingCount: number;
  /** The device had no room for an entry: it is lost if the page is closed before it was sent. */
  readonly isFull: boolean;
}

type ForTrail<T> = PayloadAction<{ readonly trailId: string } & T>;

const emptyLog: LocalLog = { events: [], confirmedCount: 0, waitingIds: [], refusal: undefined };

export const trailSlice = createSlice({
  name: 'trail',
  initialState: (): TrailState => ({ logs: {}, isOnline: true, waitingCount: 0, isFull: false }),
  reducers: {
    logOpened: (
      state,
      { payload }: ForTrail<{ stored: readonly TrailEvent[]; confirmedCount: number; waiting: readonly TrailEvent[] }>,
    ) => {
      const stored = new Set(payload.stored.map(({ id }) => id));
      const waiting = payload.waiting.filter(({ id }) => !stored.has(id));
      const log: LocalLog = {
        events: [...payload.stored, ...waiting],
        confirmedCount: payload.confirmedCount,
        waitingIds: waiting.map(({ id }) => id),
        refusal: undefined,
      };
      return { ...state, logs: { ...state.logs, [payload.trailId]: log } };
    },
    recorded: (state, { payload: { trailId, events } }: ForTrail<{ events: readonly TrailEvent[] }>) => {
      const log = state.logs[trailId] ?? emptyLog;
      const waitingIds = [...log.waitingIds, ...events.map(({ id }) => id)];
      return {
        ...state,
        logs: { ...state.logs, [trailId]: { ...log, events: [...log.events, ...events], waitingIds } },
      };
    },
    /** Events as the server has them, from this device or another. */
    arrived: (state, { payload: { trailId, events } }: ForTrail<{ events: readonly TrailEvent[] }>) => {
      const log = state.logs[trailId];
      if (!log) return state;
      const confirmed = log.events.slice(0, log.confirmedCount);
      const known = new Set(confirmed.map(({ id }) => id));
      const fresh = events.filter(({ id }) => !known.has(id));
      const freshIds = new Set(fresh.map(({ id }) => id));
      const own = log.events.slice(log.confirmedCount).filter(({ id }) => !freshIds.has(id));
      const next: LocalLog = {
        ...log,
        events: [...confirmed, ...fresh, ...own],
        confirmedCount: confirmed.length + fresh.length,
        waitingIds: log.waitingIds.filter((id) => !freshIds.has(id)),
      };
      return { ...state, logs: { ...state.logs, [trailId]: next } };
    },
    acknowledged: (state, { payload: { trailId, ids } }: ForTrail<{ ids: readonly string[] }>) => {
      const log = state.logs[trailId];
      if (!log) return { ...state, isOnline: true };
      const waitingIds = log.waitingIds.filter((id) => !ids.includes(id));
      return { ...state, isOnline: true, logs: { ...state.logs, [trailId]: { ...log, waitingIds } } };
    },
    refused: (state, { payload: { trailId, ids, says } }: ForTrail<{ ids: readonly string[]; says: string }>) => {
      const log = state.logs[trailId];
      if (!log) return state;
      const isRefused = ({ id }: TrailEvent) => ids.includes(id);
      const next: LocalLog = {
        ...log,
        events: log.events.filter((event) => !isRefused(event)),
        waitingIds: log.waitingIds.filter((id) => !ids.includes(id)),
        // Several may be refused one after the other: they are shown together, with the first reason.
        refusal: {
          says: log.refusal?.says ?? says,
          events: [...(log.refusal?.events ?? []), ...log.events.filter(isRefused)],
        },
      };
      return { ...state, logs: { ...state.logs, [trailId]: next } };
    },
    refusalSeen: (state, { payload: { trailId } }: ForTrail<object>) => {
      const log = state.logs[trailId];
      return log ? { ...state, logs: { ...state.logs, [trailId]: { ...log, refusal: undefined } } } : state;
    },
    waitingCounted: (state, { payload }: PayloadAction<number>) => ({
      ...state,
      waitingCount: payload,
      isFull: state.isFull && payload > 0,
    }),
    deviceFull: (state) => ({ ...state, isFull: true }),
    networkLost: (state) => ({ ...state, isOnline: false }),
  },
  selectors: {
    selectLog: (state, trailId: string) => state.logs[trailId],
    selectIsOnline: (state) => state.isOnline,
    selectWaitingCount: (state) => state.waitingCount,
    selectIsFull: (state) => state.isFull,
  },
});

export const {
  logOpened,
  recorded,
  arrived,
  acknowledged,
  refused,
  refusalSeen,
  networkLost,
  waitingCounted,
  deviceFull,
} = trailSlice.actions;
export const { selectLog, selectIsOnline, selectWaitingCount, selectIsFull } = trailSlice.selectors;
