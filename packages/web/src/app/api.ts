import { personHeader } from '@probe-trail/core/person';
import { isProblemDetails } from '@probe-trail/core/problem';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { readPersonId } from '../person/personChoice';

/** The one api; each feature adds its endpoints to it. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({
    baseUrl: '/api',
    prepareHeaders: (headers) => {
      const personId = readPersonId();
      if (personId) headers.set(personHeader, personId);
    },
  }),
  tagTypes: ['people', 'plans', 'trails'],
  endpoints: () => ({}),
});

/** The sentence of a failed request; without an answer, what that means for the user. */
export function sayFailure(error: unknown): string {
  const data = typeof error === 'object' && error !== null && 'data' in error ? error.data : undefined;
  return isProblemDetails(data)
    ? data.detail
    : 'The server cannot be reached. What you typed is kept here; it goes on when the network is back.';
}

/** The code of a failed request's problem; `undefined` when nothing was answered. */
export function problemCodeOf(error: unknown): string | undefined {
  const data = typeof error === 'object' && error !== null && 'data' in error ? error.data : undefined;
  return isProblemDetails(data) ? data.code : undefined;
}
