import type { NewVoiding } from '@probe-trail/core/log';
import type { Appended, TrailEvent, TrailListItem, TrailLog } from '@probe-trail/core/trail';
import { api } from '../../api/api';

export const trailApi = api.injectEndpoints({
  endpoints: (build) => ({
    trails: build.query<readonly TrailListItem[], void>({ query: () => 'trails', providesTags: ['trails'] }),
    trailLog: build.query<TrailLog, string>({ query: (trailId) => `trails/${trailId}`, keepUnusedDataFor: 0 }),
    appendEvents: build.mutation<Appended, { readonly trailId: string; readonly events: readonly TrailEvent[] }>({
      query: ({ trailId, events }) => ({ url: `trails/${trailId}/events`, method: 'POST', body: { events } }),
      invalidatesTags: ['trails'],
    }),
    voidTrailEntry: build.mutation<Appended, { readonly trailId: string; readonly voiding: NewVoiding }>({
      query: ({ trailId, voiding }) => ({ url: `trails/${trailId}/void`, method: 'POST', body: voiding }),
      invalidatesTags: ['trails', 'jobs'],
    }),
  }),
});

export const { useTrailsQuery, useVoidTrailEntryMutation } = trailApi;
