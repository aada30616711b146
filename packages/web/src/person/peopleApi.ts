import type { NewPerson, Person } from '@probe-trail/core/person';
import { api } from '../app/api';
import { readPersonId } from './personChoice';

export const peopleApi = api.injectEndpoints({
  endpoints: (build) => ({
    people: build.query<readonly Person[], void>({ query: () => 'people', providesTags: ['people'] }),
    addPerson: build.mutation<Person, NewPerson>({
      query: (body) => ({ url: 'people', method: 'POST', body }),
      invalidatesTags: ['people'],
    }),
  }),
});

export const { usePeopleQuery, useAddPersonMutation } = peopleApi;

/** Whoever works at this device; `undefined` while nobody has said so, or while the list is on its way. */
export function usePerson(): Person | undefined {
  const { data } = usePeopleQuery();
  const id = readPersonId();
  return data?.find((person) => person.id === id);
}
