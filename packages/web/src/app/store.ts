import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { api } from '../api/api';
import { whenFull } from '../device/keptTexts';
import { draftReducer } from '../plan/draft/draftSlice';
import { findingsReducer } from '../plan/draft/findingsSlice';
import { sessionApi } from '../session/sessionApi';
import type { AppDispatch, AppState } from '../state/appState';
import { deviceFull, networkSlice } from '../state/networkSlice';
import { refusalSlice } from '../state/refusalSlice';
import { acrossTabs, hearOtherTabs } from '../trail/log/acrossTabs';
import { trailSlice } from '../trail/log/trailSlice';

const listener = createListenerMiddleware<AppState, AppDispatch>();

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    network: networkSlice.reducer,
    trail: trailSlice.reducer,
    draft: draftReducer,
    findings: findingsReducer,
    refusal: refusalSlice.reducer,
  },
  middleware: (getDefault) =>
    getDefault({ immutableCheck: false, serializableCheck: false }).concat(
      api.middleware,
      listener.middleware,
      acrossTabs,
    ),
});

// What waited for somebody to sign in is sent at once, whoever it is: each entry bears the name of who made it.
listener.startListening({
  matcher: sessionApi.endpoints.signIn.matchFulfilled,
  effect: async (_, { dispatch }) => {
    const { sendOutbox } = await import('../trail/log/sendOutbox');
    void dispatch(sendOutbox());
  },
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
  void import('../trail/log/keptLogs').then(({ keepLog }) => changed.map(([trailId, log]) => keepLog(trailId, log)));
});
