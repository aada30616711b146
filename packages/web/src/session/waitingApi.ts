import { countWaiting, type Waiting } from '@probe-trail/core/review';
import { skipToken } from '@reduxjs/toolkit/query';
import { api } from '../api/api';
import { useMay } from './sessionApi';

const waitingApi = api.injectEndpoints({
  endpoints: (build) => ({
    waiting: build.query<Waiting, void>({
      query: () => 'reviews/waiting',
      providesTags: ['plans', 'trails', 'library'],
    }),
  }),
});

// What others send for review is heard of without a reload.
const refreshMs = 60_000;

/** What waits for whoever is signed in; `undefined` for those who write no plans. */
export function useWaiting(): Waiting | undefined {
  const mayWrite = useMay('writePlans');
  const { data } = waitingApi.useWaitingQuery(mayWrite ? undefined : skipToken, { pollingInterval: refreshMs });
  return data;
}

/** How many things wait for whoever is signed in. */
export function useWaitingCount(): number {
  const waiting = useWaiting();
  return waiting ? countWaiting(waiting) : 0;
}
