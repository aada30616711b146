import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** How this device stands with the server. */
export interface NetworkState {
  readonly isOnline: boolean;
  /** How many entries wait to be sent, on all trails. */
  readonly waitingCount: number;
  /** The device had no room for an entry: it is lost if the page is closed before it was sent. */
  readonly isFull: boolean;
}

declare module './appState' {
  interface AppState {
    readonly network: NetworkState;
  }
}

export const networkSlice = createSlice({
  name: 'network',
  initialState: (): NetworkState => ({ isOnline: true, waitingCount: 0, isFull: false }),
  reducers: {
    networkFound: (state) => ({ ...state, isOnline: true }),
    networkLost: (state) => ({ ...state, isOnline: false }),
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
  },
});

export const { networkFound, networkLost, waitingCounted, deviceFull } = networkSlice.actions;
export const { selectIsOnline, selectWaitingCount, selectIsFull } = networkSlice.selectors;
