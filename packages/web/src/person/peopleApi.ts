import type { NewPassword, NewPerson, Person, PersonChange } from '@probe-trail/core/person';
import { api } from '../api/api';

type ForPerson<Change> = Change & { readonly personId: string };

export const peopleApi = api.injectEndpoints({
  endpoints: (build) => ({
    people: build.query<readonly Person[], void>({ query: () => 'people', providesTags: ['people'] }),
    addPerson: build.mutation<Person, NewPerson>({
      query: (body) => ({ url: 'people', method: 'POST', body }),
      invalidatesTags: ['people'],
    }),
    changePerson: build.mutation<Person, ForPerson<PersonChange>>({
      query: ({ personId, ...body }) => ({ url: `people/${personId}`, method: 'PUT', body }),
      invalidatesTags: ['people', 'session'],
    }),
    givePassword: build.mutation<void, ForPerson<NewPassword>>({
      query: ({ personId, ...body }) => ({ url: `people/${personId}/password`, method: 'PUT', body }),
    }),
  }),
});

export const { usePeopleQuery, useAddPersonMutation, useChangePersonMutation, useGivePasswordMutation } = peopleApi;
