import { configureStore, type ThunkAction, type UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { draftReducer } from '../plan/editor/draftSlice';
import { findingsReducer } from '../plan/editor/findingsSlice';
import { acrossTabs, hearOtherTabs } from '../trail/acrossTabs';
import { deviceFull, keepTyped, trailSlice } from '../trail/trailSlice';
import { api } from './api';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    trail: trailSlice.reducer,
    draft: draftReducer,
    findings: findingsReducer,
  },
  middleware: (getDefault) =>
    getDefault({ immutableCheck: false, serializableCheck: false }).concat(api.middleware, acrossTabs),
});

// What is being typed outlives a reload; the rest is on the server or in the outbox. Written a moment after the key,
// as the browser's store is slow and the needle must move first.
const keepAfterMs = 150;
let kept = store.getState().trail.typed;
let timer: ReturnType<typeof setTimeout> | undefined;
const keep = () => {
  if (!keepTyped(store.getState().trail.typed)) store.dispatch(deviceFull());
};
store.subscribe(() => {
  const { typed } = store.getState().trail;
  if (typed === kept) return;
  kept = typed;
  clearTimeout(timer);
  timer = setTimeout(keep, keepAfterMs);
});
window.addEventListener('pagehide', keep);
hearOtherTabs(store);

// What the server has of the trails that are open here is kept, so that they open without a network.
let keptLogs = store.getState().trail.logs;
store.subscribe(() => {
  const { logs } = store.getState().trail;
  if (logs === keptLogs) return;
  const changed = Object.entries(logs).filter(([trailId, log]) => keptLogs[trailId] !== log);
  keptLogs = logs;
  void import('../trail/keptLogs').then(({ keepLog }) => changed.map(([trailId, log]) => keepLog(trailId, log)));
});

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export type AppThunk<Result> = ThunkAction<Result, RootState, undefined, UnknownAction>;
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppStore = useStore.withTypes<typeof store>();
export const useAppSelector = useSelector.withTypes<RootState>();
