import type { Plan, PlanListItem, PlanVersion } from '@probe-trail/core/plan';
import type { PlanRemark } from '@probe-trail/core/trail';
import { api } from '../app/api';

interface DraftChange {
  readonly planId: string;
  readonly etag: string;
}

const quoted = (etag: string) => ({ 'if-match': `"${etag}"` });

export const planApi = api.injectEndpoints({
  endpoints: (build) => ({
    plans: build.query<readonly PlanListItem[], void>({ query: () => 'plans', providesTags: ['plans'] }),
    plan: build.query<PlanListItem, string>({ query: (planId) => `plans/${planId}`, providesTags: ['plans'] }),
    planVersion: build.query<PlanVersion, { readonly planId: string; readonly version: number }>({
      query: ({ planId, version }) => `plans/${planId}/versions/${version}`,
      providesTags: ['plans'],
    }),
    planRemarks: build.query<readonly PlanRemark[], string>({
      query: (planId) => `plans/${planId}/remarks`,
      providesTags: ['trails'],
    }),
    planDraft: build.query<PlanVersion, string>({ query: (planId) => `plans/${planId}/draft`, keepUnusedDataFor: 0 }),
    addPlan: build.mutation<PlanVersion, Plan>({
      query: (document) => ({ url: 'plans', method: 'POST', body: { document } }),
      invalidatesTags: ['plans'],
    }),
    addDraft: build.mutation<PlanVersion, string>({
      query: (planId) => ({ url: `plans/${planId}/draft`, method: 'POST' }),
      invalidatesTags: ['plans'],
    }),
    saveDraft: build.mutation<PlanVersion, DraftChange & { readonly document: Plan }>({
      query: ({ planId, etag, document }) => ({
        url: `plans/${planId}/draft`,
        method: 'PUT',
        headers: quoted(etag),
        body: { document },
      }),
    }),
    releaseDraft: build.mutation<PlanVersion, DraftChange>({
      query: ({ planId, etag }) => ({ url: `plans/${planId}/draft/release`, method: 'POST', headers: quoted(etag) }),
      invalidatesTags: ['plans'],
    }),
  }),
});

export const {
  usePlansQuery,
  usePlanQuery,
  usePlanVersionQuery,
  usePlanDraftQuery,
  usePlanRemarksQuery,
  useAddPlanMutation,
  useAddDraftMutation,
  useSaveDraftMutation,
  useReleaseDraftMutation,
} = planApi;
