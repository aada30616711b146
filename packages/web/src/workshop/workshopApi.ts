import type { Workshop } from '@probe-trail/core/workshop';
import { api } from '../api/api';

export const workshopApi = api.injectEndpoints({
  endpoints: (build) => ({
    workshop: build.query<Workshop, void>({ query: () => 'workshop', providesTags: ['workshop'] }),
    keepWorkshop: build.mutation<void, Workshop>({
      query: (body) => ({ url: 'workshop', method: 'PUT', body }),
      invalidatesTags: ['workshop'],
    }),
  }),
});

export const { useWorkshopQuery, useKeepWorkshopMutation } = workshopApi;
