import type { TrailEvent } from '@probe-trail/core/trail';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** The events of a trail as this device knows them: what the server has, and what waits here. */
export interface LocalLog {
  readonly events: readonly TrailEvent[];
  readonly waitingIds: readonly string[];
  /** Why the server refused entries of this trail, and which. */
  readonly refusal: { readonly says: string; readonly events: readonly TrailEvent[] } | undefined;
}

export interface TrailState {
  readonly logs: Readonly<Record<string, LocalLog>>;
  /** What is typed and not recorded, by trail, step and reading; it survives a reload. */
  readonly typed: Readonly<Record<string, string>>;
  readonly isOnline: boolean;
}

const typedKey = 'probe-trail-typed';
const readTyped = (): Record<string, string> => JSON.parse(localStorage.getItem(typedKey) ?? '{}');
export const keepTyped = (typed: Readonly<Record<string, string>>) =>
  localStorage.setItem(typedKey, JSON.stringify(typed));

type ForTrail<T> = PayloadAction<{ readonly trailId: string } & T>;

const emptyLog: LocalLog = { events: [], waitingIds: [], refusal: undefined };

export const trailSlice = createSlice({
  name: 'trail',
  initialState: (): TrailState => ({ logs: {}, typed: readTyped(), isOnline: true }),
  reducers: {
    logOpened: (state, { payload }: ForTrail<{ stored: readonly TrailEvent[]; waiting: readonly TrailEvent[] }>) => {
      const stored = new Set(payload.stored.map(({ id }) => id));
      const waiting = payload.waiting.filter(({ id }) => !stored.has(id));
      const log: LocalLog = {
        events: [...payload.stored, ...waiting],
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
    acknowledged: (state, { payload: { trailId, ids } }: ForTrail<{ ids: readonly string[] }>) => {
      const log = state.logs[trailId];
      if (!log) return { ...state, isOnline: true };
      const waitingIds = log.waitingIds.filter((id) => !ids.includes(id));
      return { ...state, isOnline: true, logs: { ...state.logs, [trailId]: { ...log, waitingIds } } };
    },
    refused: (state, { payload: { trailId, ids, says } }: ForTrail<{ ids: readonly string[]; says: string }>) => {
      const log = state.logs[trailId];
      if (!log) return state;
      const refusal = { says, events: log.events.filter(({ id }) => ids.includes(id)) };
      return { ...state, logs: { ...state.logs, [trailId]: { ...log, refusal } } };
    },
    networkLost: (state) => ({ ...state, isOnline: false }),
    typed: (state, { payload: { place, text } }: PayloadAction<{ readonly place: string; readonly text: string }>) => {
      const { [place]: _, ...others } = state.typed;
      return { ...state, typed: text === '' ? others : { ...others, [place]: text } };
    },
  },
  selectors: {
    selectLog: (state, trailId: string) => state.logs[trailId],
    selectTyped: (state, place: string) => state.typed[place] ?? '',
    selectIsOnline: (state) => state.isOnline,
  },
});

export const { logOpened, recorded, acknowledged, refused, networkLost, typed } = trailSlice.actions;
export const { selectLog, selectTyped, selectIsOnline } = trailSlice.selectors;
