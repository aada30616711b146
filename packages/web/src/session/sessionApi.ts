import {
  defaultPreferences,
  type FirstPerson,
  may,
  type OwnPassword,
  type Permission,
  type Person,
  type Preferences,
  type PreferencesChange,
  type Session,
  type SignIn,
} from '@probe-trail/core/person';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import { api, problemCodeOf } from '../api/api';
import { forgetSignOut, noteSignOut, pendingSignOut, type SignOutWhere } from '../device/signOutPending';
import { useAppSelector } from '../state/appState';

/** Whether a request was answered as hoped; why it was not, the page says. */
const isDone = (fulfilled: Promise<unknown>): Promise<boolean> =>
  fulfilled.then(
    () => true,
    () => false,
  );

const notReached: FetchBaseQueryError = { status: 'FETCH_ERROR', error: 'the server cannot be reached' };
const nobody: Session = { person: null, needsFirstPerson: false, demoAccounts: [] };

type Ask = (args: { readonly url: string; readonly method: 'DELETE' }) => MaybePromise<{ readonly error?: unknown }>;
type MaybePromise<T> = T | PromiseLike<T>;
type Answered<T> =
  | { readonly data: T; readonly error?: never }
  | { readonly error: FetchBaseQueryError; readonly data?: never };

/** @returns whether the server has heard that somebody signed out here */
async function tellSignOut(where: SignOutWhere, ask: Ask): Promise<boolean> {
  const { error } = await ask({ url: where === 'here' ? 'session' : 'session/everywhere', method: 'DELETE' });
  // Refused is heard too: the session had ended before.
  const isHeard = error === undefined || problemCodeOf(error) !== undefined;
  if (isHeard) forgetSignOut();
  return isHeard;
}

const forgetKept = async () => (await import('../device/keptAnswers')).forgetAnswers();

export const sessionApi = api.injectEndpoints({
  endpoints: (build) => ({
    session: build.query<Session, void>({
      queryFn: async (_, _api, _extra, ask) => {
        const where = pendingSignOut();
        // Told now; until somebody hears it, nobody is signed in here all the same.
        if (where && !(await tellSignOut(where, ask))) return { data: nobody };
        const answer = (await ask('session')) as Answered<Session>;
        // Signed out elsewhere, or disabled: this device shows nothing of it any more.
        if (answer.data && answer.data.person === null) await forgetKept();
        return answer;
      },
      providesTags: ['session'],
    }),
    signIn: build.mutation<Person, SignIn>({
      queryFn: async (body, _api, _extra, ask) => {
        const where = pendingSignOut();
        // The old session is ended first: afterwards nobody here could name it.
        if (where && !(await tellSignOut(where, ask))) return { error: notReached };
        return (await ask({ url: 'session', method: 'POST', body })) as Answered<Person>;
      },
      invalidatesTags: (person) =>
        person ? ['session', 'people', 'plans', 'trails', 'jobs', 'vehicles', 'lines', 'instruments'] : [],
      onQueryStarted: async (_, { queryFulfilled }) => {
        if (!(await isDone(queryFulfilled))) return;
        // What the last one was answered is not for the next one to see.
        await forgetKept();
      },
    }),
    signOut: build.mutation<void, 'here' | 'everywhere'>({
      // Here it is done at once, with or without a network; the server is told as soon as it can be.
      queryFn: async (where, _api, _extra, ask) => {
        noteSignOut(where);
        await forgetKept();
        await tellSignOut(where, ask);
        return { data: undefined };
      },
      invalidatesTags: ['session'],
    }),
    changePreferences: build.mutation<Person, PreferencesChange>({
      // It reaches the server though the page may be left in that moment.
      query: (body) => ({ url: 'session/preferences', method: 'PATCH', body, keepalive: true }),
      onQueryStarted: async (change, { dispatch, queryFulfilled }) => {
        const shown = dispatch(
          sessionApi.util.updateQueryData('session', undefined, ({ person }) => {
            if (person) Object.assign(person.preferences, change);
          }),
        );
        if (!(await isDone(queryFulfilled))) shown.undo();
      },
      invalidatesTags: ['session'],
    }),
    changePassword: build.mutation<void, OwnPassword>({
      query: (body) => ({ url: 'session/password', method: 'PUT', body }),
    }),
    addFirstPerson: build.mutation<unknown, FirstPerson>({
      query: (body) => ({ url: 'people/first', method: 'POST', body }),
      invalidatesTags: ['session'],
    }),
  }),
});

export const {
  useSessionQuery,
  useSignInMutation,
  useSignOutMutation,
  useChangePreferencesMutation,
  useChangePasswordMutation,
  useAddFirstPersonMutation,
} = sessionApi;

// `SignedIn` asks for the session; everywhere else what it was told is only looked up, as that is done with every key.
const selectSession = sessionApi.endpoints.session.select();

/** Whoever is signed in at this browser; `undefined` while nobody is, or while the answer is on its way. */
export const usePerson = (): Person | undefined =>
  useAppSelector((state) => selectSession(state).data?.person ?? undefined);

/** Whether whoever is signed in may do this; the server guards it too. */
export const useMay = (permission: Permission): boolean => may(usePerson()?.roles ?? [], permission);

export const usePreferences = (): Preferences => usePerson()?.preferences ?? defaultPreferences;

/** The unit in which whoever is signed in reads distances. */
export const useDistanceUnit = () => (usePreferences().units === 'us' ? 'mi' : 'km');
