import type { PlanFound } from '@probe-trail/core/learning';
import type { Plan, PlanListItem, PlanVersion, PlanVersionInfo } from '@probe-trail/core/plan';
import { api } from '../api/api';

/** A draft as somebody has seen it. */
export interface DraftSeen {
  readonly planId: string;
  readonly etag: string;
}

export const quoted = (etag: string) => ({ 'if-match': `"${etag}"` });

interface VersionOf {
  readonly planId: string;
  readonly version: number;
}

/** Where a version of a plan is asked for. */
export const versionPath = ({ planId, version }: VersionOf): string => `plans/${planId}/versions/${version}`;

export const planApi = api.injectEndpoints({
  endpoints: (build) => ({
    plans: build.query<readonly PlanListItem[], void>({ query: () => 'plans', providesTags: ['plans'] }),
    /** What was found with each plan, and proven. */
    plansFound: build.query<readonly PlanFound[], void>({
      query: () => 'lessons/found',
      providesTags: ['plans', 'trails'],
    }),
    plan: build.query<PlanListItem, string>({ query: (planId) => `plans/${planId}`, providesTags: ['plans'] }),
    planVersion: build.query<PlanVersion, VersionOf>({
      query: versionPath,
      providesTags: ['plans'],
    }),
    /** The router asks for it anew whenever the editor is opened, before the editor is there to show it. */
    planDraft: build.query<PlanVersion, string>({ query: (planId) => `plans/${planId}/draft`, keepUnusedDataFor: 30 }),
    addPlan: build.mutation<PlanVersion, Plan>({
      query: (document) => ({ url: 'plans', method: 'POST', body: { document } }),
      invalidatesTags: ['plans'],
    }),
    addDraft: build.mutation<PlanVersion, string>({
      query: (planId) => ({ url: `plans/${planId}/draft`, method: 'POST' }),
      invalidatesTags: ['plans'],
    }),
    saveDraft: build.mutation<PlanVersionInfo, DraftSeen & { readonly document: Plan }>({
      query: ({ planId, etag, document }) => ({
        url: `plans/${planId}/draft`,
        method: 'PUT',
        headers: quoted(etag),
        body: { document },
      }),
    }),
  }),
});

export const {
  usePlansQuery,
  usePlansFoundQuery,
  usePlanQuery,
  usePlanVersionQuery,
  usePlanDraftQuery,
  useAddPlanMutation,
  useAddDraftMutation,
  useSaveDraftMutation,
} = planApi;
