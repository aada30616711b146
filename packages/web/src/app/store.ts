import { configureStore, createListenerMiddleware, isAnyOf } from '@reduxjs/toolkit';
import { api, askAnew } from '../api/api';
import { askedNow } from '../device/askedFor';
import { deviceNowMs } from '../device/clock';
import { whenFull } from '../device/keptTexts';
import { jobEntriesSlice } from '../job/jobEntriesSlice';
import { draftReducer } from '../plan/draft/draftSlice';
import { findingsReducer } from '../plan/draft/findingsSlice';
import { sessionApi } from '../session/sessionApi';
import type { AppDispatch, AppState } from '../state/appState';
import { deviceFull, entriesQueued, networkFound, networkSlice } from '../state/networkSlice';
import { refusalSlice } from '../state/refusalSlice';
import { acrossTabs, hearOtherTabs } from '../trail/log/acrossTabs';
import { trailSlice } from '../trail/log/trailSlice';

const listener = createListenerMiddleware<AppState, AppDispatch>();

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    network: networkSlice.reducer,
    trail: trailSlice.reducer,
    jobEntries: jobEntriesSlice.reducer,
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

// What is recorded is sent at once; and what waited for somebody to sign in, whoever it is: each entry bears the name of who made it.
listener.startListening({
  matcher: isAnyOf(entriesQueued, sessionApi.endpoints.signIn.matchFulfilled),
  effect: async (_, { dispatch }) => {
    const { sendOutbox } = await import('./sendOutbox');
    void dispatch(sendOutbox());
  },
});

// What is shown from this device is asked for anew as soon as somebody answers; not again and again where the network comes and goes.
const calmMs = 20_000;
let askedAtMs = Number.NEGATIVE_INFINITY;
listener.startListening({
  predicate: (action, _now, before) => networkFound.match(action) && !before.network.isOnline,
  effect: (_, { dispatch }) => {
    if (deviceNowMs() - askedAtMs < calmMs) return;
    askedAtMs = deviceNowMs();
    dispatch(askAnew());
    dispatch(entriesQueued());
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
  const asked = askedNow();
  void import('../trail/log/keptLogs').then(({ keepLog }) =>
    changed.map(([trailId, log]) => keepLog(trailId, log, asked)),
  );
});
