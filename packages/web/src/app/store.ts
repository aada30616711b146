import { configureStore, type ThunkAction, type UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { draftReducer } from '../plan/editor/draftSlice';
import { findingsReducer } from '../plan/editor/findingsSlice';
import { acrossTabs, hearOtherTabs } from '../trail/acrossTabs';
import { deviceFull, trailSlice } from '../trail/trailSlice';
import { whenFull } from '../ui/keptTexts';
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

whenFull(() => store.dispatch(deviceFull()));
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
