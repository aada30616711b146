import { isProblemDetails } from '@probe-trail/core/problem';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

const overHttp = fetchBaseQuery({ baseUrl: '/api' });

/** Whoever was signed out elsewhere, or disabled, is asked to sign in again at the next request. */
const baseQuery: typeof overHttp = async (args, context, extra) => {
  const answer = await overHttp(args, context, extra);
  if (problemCodeOf(answer.error) === 'SIGN_IN_NEEDED') context.dispatch(api.util.invalidateTags(['session']));
  return answer;
};

/** The one api; each feature adds its endpoints to it. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: ['session', 'people', 'plans', 'trails', 'jobs', 'vehicles', 'lines'],
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
