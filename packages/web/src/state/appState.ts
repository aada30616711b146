import type { Store, ThunkAction, ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';

/**
 * What the store holds. Each slice adds its part where it is written (`declare module`), and `app/store` puts the parts together: so a feature
 * reads its own part without knowing of the others.
 */
// biome-ignore lint/suspicious/noEmptyInterface: the slices add to it
export interface AppState {}

export type AppDispatch = ThunkDispatch<AppState, undefined, UnknownAction>;
export type AppThunk<Result> = ThunkAction<Result, AppState, undefined, UnknownAction>;
export type AppStore = Omit<Store<AppState>, 'dispatch'> & { readonly dispatch: AppDispatch };
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<AppState>();
export const useAppStore = useStore.withTypes<AppStore>();
