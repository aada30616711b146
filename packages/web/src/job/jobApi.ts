import type { MissedPlan, PlanChoice } from '@probe-trail/core/choosing';
import type { SentSheet } from '@probe-trail/core/codes';
import type { JobEvent, JobListItem, JobLog } from '@probe-trail/core/job';
import type { NewVoiding } from '@probe-trail/core/log';
import type { Cleared } from '@probe-trail/core/vehicleInterface';
import { api } from '../api/api';

type ForJob<Body> = { readonly jobId: string } & Body;

export const jobApi = api.injectEndpoints({
  endpoints: (build) => ({
    board: build.query<readonly JobListItem[], void>({ query: () => 'jobs', providesTags: ['jobs'] }),
    jobLog: build.query<JobLog, string>({ query: (jobId) => `jobs/${jobId}`, providesTags: ['jobs', 'trails'] }),
    /** With the texts of the codes to ask with; `undefined`: all that count. */
    planChoice: build.query<PlanChoice, ForJob<{ readonly codes: readonly string[] | undefined }>>({
      query: ({ jobId, codes }) => ({
        url: `jobs/${jobId}/plans`,
        ...(codes ? { params: { codes: codes.join(',') } } : {}),
      }),
      providesTags: ['jobs', 'plans'],
    }),
    missedPlans: build.query<readonly MissedPlan[], void>({ query: () => 'jobs/missed-plans', providesTags: ['jobs'] }),
    appendJobEvents: build.mutation<unknown, ForJob<{ readonly events: readonly JobEvent[] }>>({
      query: ({ jobId, events }) => ({ url: `jobs/${jobId}/events`, method: 'POST', body: { events } }),
      invalidatesTags: ['jobs'],
    }),
    voidJobEntry: build.mutation<unknown, ForJob<{ readonly voiding: NewVoiding }>>({
      query: ({ jobId, voiding }) => ({ url: `jobs/${jobId}/void`, method: 'POST', body: voiding }),
      invalidatesTags: ['jobs', 'vehicles'],
    }),
    keepSheet: build.mutation<unknown, ForJob<{ readonly sheet: SentSheet }>>({
      query: ({ jobId, sheet }) => ({ url: `jobs/${jobId}/sheets`, method: 'POST', body: sheet }),
      invalidatesTags: ['jobs', 'vehicles'],
    }),
    clearCodes: build.mutation<Cleared, ForJob<{ readonly eventId: string }>>({
      query: ({ jobId, eventId }) => ({ url: `jobs/${jobId}/interface/clearing`, method: 'POST', body: { eventId } }),
      invalidatesTags: ['jobs'],
    }),
  }),
});

export const {
  useBoardQuery,
  useJobLogQuery,
  usePlanChoiceQuery,
  useMissedPlansQuery,
  useAppendJobEventsMutation,
  useVoidJobEntryMutation,
  useClearCodesMutation,
} = jobApi;
