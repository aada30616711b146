import { configureStore, type ThunkAction, type UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { draftReducer } from '../plan/editor/draftSlice';
import { keepTyped, trailSlice } from '../trail/trailSlice';
import { api } from './api';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, trail: trailSlice.reducer, draft: draftReducer },
  middleware: (getDefault) => getDefault({ immutableCheck: false, serializableCheck: false }).concat(api.middleware),
});

// What is being typed outlives a reload; the rest is on the server or in the outbox. Written a moment after the key,
// as the browser's store is slow and the needle must move first.
const keepAfterMs = 150;
let kept = store.getState().trail.typed;
let timer: ReturnType<typeof setTimeout> | undefined;
const keep = () => keepTyped(store.getState().trail.typed);
store.subscribe(() => {
  const { typed } = store.getState().trail;
  if (typed === kept) return;
  kept = typed;
  clearTimeout(timer);
  timer = setTimeout(keep, keepAfterMs);
});
window.addEventListener('pagehide', keep);

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export type AppThunk<Result> = ThunkAction<Result, RootState, undefined, UnknownAction>;
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppStore = useStore.withTypes<typeof store>();
export const useAppSelector = useSelector.withTypes<RootState>();
