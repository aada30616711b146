import {
  emptyLog,
  type LocalLog,
  openedLog,
  type TrailEvent,
  withAcknowledged,
  withArrived,
  withRecorded,
  withRefused,
} from '@probe-trail/core/trail';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** The logs of the trails that are open on this device. */
export interface TrailState {
  readonly logs: Readonly<Record<string, LocalLog>>;
}

declare module '../../state/appState' {
  interface AppState {
    readonly trail: TrailState;
  }
}

type ForTrail<T> = PayloadAction<{ readonly trailId: string } & T>;

/** Changes the log of a trail; one that is not open here stays so. */
const changeLog = (state: TrailState, trailId: string, change: (log: LocalLog) => LocalLog): TrailState => {
  const log = state.logs[trailId];
  return log ? { ...state, logs: { ...state.logs, [trailId]: change(log) } } : state;
};

export const trailSlice = createSlice({
  name: 'trail',
  initialState: (): TrailState => ({ logs: {} }),
  reducers: {
    logOpened: (
      state,
      { payload }: ForTrail<{ stored: readonly TrailEvent[]; confirmedCount: number; waiting: readonly TrailEvent[] }>,
    ) => {
      const log = openedLog(payload.stored, payload.confirmedCount, payload.waiting);
      return { ...state, logs: { ...state.logs, [payload.trailId]: log } };
    },
    recorded: (state, { payload: { trailId, events } }: ForTrail<{ events: readonly TrailEvent[] }>) => {
      const log = withRecorded(state.logs[trailId] ?? emptyLog, events);
      return { ...state, logs: { ...state.logs, [trailId]: log } };
    },
    /** Events as the server has them, from this device or another. */
    arrived: (state, { payload: { trailId, events } }: ForTrail<{ events: readonly TrailEvent[] }>) =>
      changeLog(state, trailId, (log) => withArrived(log, events)),
    acknowledged: (state, { payload: { trailId, ids } }: ForTrail<{ ids: readonly string[] }>) =>
      changeLog(state, trailId, (log) => withAcknowledged(log, ids)),
    refused: (state, { payload: { trailId, ids, message } }: ForTrail<{ ids: readonly string[]; message: string }>) =>
      changeLog(state, trailId, (log) => withRefused(log, ids, message)),
    refusalSeen: (state, { payload: { trailId } }: ForTrail<object>) =>
      changeLog(state, trailId, (log) => ({ ...log, refusal: undefined })),
  },
  selectors: {
    selectLog: (state, trailId: string) => state.logs[trailId],
  },
});

export const { logOpened, recorded, arrived, acknowledged, refused, refusalSeen } = trailSlice.actions;
export const { selectLog } = trailSlice.selectors;
