import type { LearnedPlan, PlanLessons } from '@probe-trail/core/learning';
import { api } from '../api/api';

export const learningApi = api.injectEndpoints({
  endpoints: (build) => ({
    lessons: build.query<readonly LearnedPlan[], void>({ query: () => 'lessons', providesTags: ['trails', 'jobs'] }),
    planLessons: build.query<PlanLessons, { readonly planId: string; readonly version: number }>({
      query: ({ planId, version }) => `lessons/${planId}/versions/${version}`,
      providesTags: ['trails', 'jobs'],
    }),
  }),
});

export const { useLessonsQuery, usePlanLessonsQuery } = learningApi;
