import type { PlanListItem, PlanVersion, PlanVersionInfo } from '@probe-trail/core/plan';
import type { NewComment, NewRemarkAnswer, PlanComment } from '@probe-trail/core/review';
import type { AnsweredRemark } from '@probe-trail/core/trail';
import { api } from '../../api/api';
import { type DraftSeen, quoted } from '../planApi';

export type ReviewMove = 'review' | 'back' | 'approve';

export const reviewApi = api.injectEndpoints({
  endpoints: (build) => ({
    planVersions: build.query<readonly PlanVersionInfo[], string>({
      query: (planId) => `plans/${planId}/versions`,
      providesTags: ['plans'],
    }),
    planRemarks: build.query<readonly AnsweredRemark[], string>({
      query: (planId) => `plans/${planId}/remarks`,
      providesTags: ['trails', 'plans'],
    }),
    planComments: build.query<readonly PlanComment[], string>({
      query: (planId) => `plans/${planId}/comments`,
      providesTags: ['plans'],
    }),
    addComment: build.mutation<PlanComment, NewComment & { readonly planId: string }>({
      query: ({ planId, ...body }) => ({ url: `plans/${planId}/comments`, method: 'POST', body }),
      invalidatesTags: ['plans'],
    }),
    setCommentDone: build.mutation<void, Pick<PlanComment, 'planId' | 'commentId' | 'isDone'>>({
      query: ({ planId, commentId, isDone }) => ({
        url: `plans/${planId}/comments/${commentId}`,
        method: 'PUT',
        body: { isDone },
      }),
      invalidatesTags: ['plans'],
    }),
    answerRemark: build.mutation<void, NewRemarkAnswer & { readonly planId: string; readonly eventId: string }>({
      query: ({ planId, eventId, ...body }) => ({ url: `plans/${planId}/remarks/${eventId}`, method: 'PUT', body }),
      invalidatesTags: ['plans'],
    }),
    moveReview: build.mutation<PlanVersion, DraftSeen & { readonly move: ReviewMove }>({
      query: ({ planId, etag, move }) => ({
        url: `plans/${planId}/draft/${move}`,
        method: 'POST',
        headers: quoted(etag),
      }),
      invalidatesTags: ['plans'],
    }),
    releaseDraft: build.mutation<PlanVersion, DraftSeen & { readonly notes: string }>({
      query: ({ planId, etag, notes }) => ({
        url: `plans/${planId}/draft/release`,
        method: 'POST',
        headers: quoted(etag),
        body: { notes },
      }),
      invalidatesTags: ['plans'],
    }),
    setRetired: build.mutation<PlanListItem, { readonly planId: string; readonly isRetired: boolean }>({
      query: ({ planId, isRetired }) => ({
        url: `plans/${planId}/${isRetired ? 'retire' : 'restore'}`,
        method: 'POST',
      }),
      invalidatesTags: ['plans'],
    }),
  }),
});

export const {
  usePlanVersionsQuery,
  usePlanRemarksQuery,
  usePlanCommentsQuery,
  useAddCommentMutation,
  useSetCommentDoneMutation,
  useAnswerRemarkMutation,
  useMoveReviewMutation,
  useReleaseDraftMutation,
  useSetRetiredMutation,
} = reviewApi;
