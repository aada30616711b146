import { isProblemDetails } from '@probe-trail/core/problem';
import { findIllFormed, wellFormedData } from '@probe-trail/core/schema';
import { type BaseQueryApi, createApi, type FetchArgs, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { type AskedFor, askedNow } from '../device/askedFor';
import { learnServerTime } from '../device/clock';
import { isSignOutPending } from '../device/signOutPending';
import type { AppState } from '../state/appState';
import { keptShown, networkFound, networkLost, selectIsOnline } from '../state/networkSlice';
import { ownHeader } from './ownHeader';

// A request that hangs must not hold up what waits behind it; sent again, an entry is still there once.
const overHttp = fetchBaseQuery({
  baseUrl: '/api',
  timeout: 30_000,
  prepareHeaders: (headers) => {
    for (const [name, value] of Object.entries(ownHeader)) headers.set(name, value);
  },
});
type Answer = Awaited<ReturnType<typeof overHttp>>;

// A network that is there but does not answer is worse than none: after this, what is kept is shown.
const patienceMs = 3000;

/** Whoever was signed out elsewhere, or disabled, is asked to sign in again at the next request. */
const baseQuery: typeof overHttp = async (args, context, extra) => {
  if (isSignOutPending() && !isOfSession(args)) return notSent;
  const url = keptUrl(args);
  const asked = Promise.resolve(overHttp(wellFormed(args), context, extra));
  const answer = url === undefined ? await asked : await orKept(url, asked, context.dispatch);
  // Every answer says so; only the first after a time without one is news.
  if (answer.meta?.response && !selectIsOnline(context.getState() as AppState)) context.dispatch(networkFound());
  else if (isUnanswered(answer)) context.dispatch(networkLost());
  learnServerTime(answer.meta?.response?.headers.get('date') ?? null);
  if (problemCodeOf(answer.error) === 'SIGN_IN_NEEDED') context.dispatch(api.util.invalidateTags(['session']));
  return answer;
};

// What was found yesterday is no answer to what is asked today.
const neverKept = /^(search|trails\/)/;

/** What was pasted may have half an emoji or an invisible character in it; the server takes only what it can store. */
function wellFormed(args: string | FetchArgs): string | FetchArgs {
  if (typeof args === 'string' || !isPlain(args.body) || !findIllFormed(args.body)) return args;
  return { ...args, body: wellFormedData(args.body) };
}

const isPlain = (body: unknown): boolean => typeof body === 'object' && body !== null && !(body instanceof FormData);

/** Who has signed out here asks for nothing more, although the server may not have heard of it yet. */
const notSent: Answer = { error: { status: 'FETCH_ERROR', error: 'signed out at this browser' } };
const isOfSession = (args: string | FetchArgs) => /^session\b/.test(typeof args === 'string' ? args : args.url);

/** The address under which an answer is kept on this device; `undefined` for what changes something, or would be stale. */
function keptUrl(args: string | FetchArgs): string | undefined {
  if (typeof args === 'string') return neverKept.test(args) ? undefined : args;
  if (args.method !== undefined && args.method !== 'GET') return undefined;
  return neverKept.test(args.url) ? undefined : `${args.url}?${new URLSearchParams(args.params)}`;
}

/** What the server answers; without a network what it answered last, if this device has it: that it is from then is said. */
async function orKept(url: string, asked: Promise<Answer>, dispatch: BaseQueryApi['dispatch']): Promise<Answer> {
  const by = askedNow();
  void asked.then(({ error, data }) => (error ? undefined : setTimeout(() => void keep(url, data, by), keepAfterMs)));
  const answer = await Promise.race([asked, afterMs(patienceMs)]);
  if (answer && !isUnanswered(answer)) return answer;
  const { keptAnswer } = await import('../device/keptAnswers');
  const kept = await keptAnswer(url);
  if (!kept) return answer ?? asked;
  dispatch(keptShown({ fromMs: kept.atMs }));
  return { data: kept.data };
}

// The view that waits for an answer comes before its keeping.
const keepAfterMs = 1000;
// Where its code cannot be had, the server is away: the next answer is kept.
const keep = (url: string, data: unknown, by: AskedFor): Promise<void> =>
  import('../device/keptAnswers').then(
    ({ keepAnswer }) => keepAnswer(url, data, by),
    () => undefined,
  );

const isUnanswered = ({ error }: Answer) => error?.status === 'FETCH_ERROR' || error?.status === 'TIMEOUT_ERROR';
const afterMs = (ms: number) => new Promise<undefined>((resolve) => setTimeout(resolve, ms));

const tagTypes = [
  'session',
  'people',
  'plans',
  'trails',
  'jobs',
  'vehicles',
  'lines',
  'instruments',
  'library',
  'circuits',
  'workshop',
  'recordings',
] as const;

/** The one api; each feature adds its endpoints to it. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes,
  endpoints: () => ({}),
});

/** Everything on the screen is asked for anew. */
export const askAnew = () => api.util.invalidateTags([...tagTypes]);

declare module '../state/appState' {
  interface AppState {
    readonly api: ReturnType<typeof api.reducer>;
  }
}

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
