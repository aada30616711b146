import { createAction, createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** How this device stands with the server. */
export interface NetworkState {
  readonly isOnline: boolean;
  /** How many entries wait to be sent, on all trails and jobs. */
  readonly waitingCount: number;
  /** The device had no room for an entry: it is lost if the page is closed before it was sent. */
  readonly isFull: boolean;
  /** How old the oldest answer is that is shown in place of one from the server, ms since 1970; `undefined` while the server answers. */
  readonly shownFromMs: number | undefined;
}

declare module './appState' {
  interface AppState {
    readonly network: NetworkState;
  }
}

export const networkSlice = createSlice({
  name: 'network',
  initialState: (): NetworkState => ({ isOnline: true, waitingCount: 0, isFull: false, shownFromMs: undefined }),
  reducers: {
    networkFound: (state) => (state.isOnline ? state : { ...state, isOnline: true, shownFromMs: undefined }),
    networkLost: (state) => (state.isOnline ? { ...state, isOnline: false } : state),
    /** Nobody answered, and what this device has from before is shown instead. */
    keptShown: (state, { payload }: PayloadAction<{ readonly fromMs: number }>) => ({
      ...state,
      isOnline: false,
      shownFromMs: Math.min(state.shownFromMs ?? payload.fromMs, payload.fromMs),
    }),
    waitingCounted: (state, { payload }: PayloadAction<number>) => ({
      ...state,
      waitingCount: payload,
      isFull: state.isFull && payload > 0,
    }),
    deviceFull: (state) => ({ ...state, isFull: true }),
  },
  selectors: {
    selectIsOnline: (state) => state.isOnline,
    selectWaitingCount: (state) => state.waitingCount,
    selectIsFull: (state) => state.isFull,
    selectShownFromMs: (state) => state.shownFromMs,
  },
});

/** Something new waits to be sent. */
export const entriesQueued = createAction('network/entriesQueued');

export const { networkFound, networkLost, keptShown, waitingCounted, deviceFull } = networkSlice.actions;
export const { selectIsOnline, selectWaitingCount, selectIsFull, selectShownFromMs } = networkSlice.selectors;
