import type { LibraryCard, LibraryCardInfo, Usage, UsageQuery } from '@probe-trail/core/library';
import type { PartCard } from '@probe-trail/core/plan';
import { api } from '../../api/api';
import { quoted } from '../planApi';

export const libraryApi = api.injectEndpoints({
  endpoints: (build) => ({
    libraryCards: build.query<readonly LibraryCardInfo[], void>({
      query: () => 'library/cards',
      providesTags: ['library', 'plans'],
    }),
    libraryCard: build.query<LibraryCard, string>({
      query: (cardId) => `library/cards/${cardId}`,
      providesTags: ['library'],
    }),
    keepCard: build.mutation<LibraryCard, { readonly card: PartCard; readonly etag: string | undefined }>({
      query: ({ card, etag }) => ({
        url: `library/cards/${card.id}`,
        method: 'PUT',
        headers: etag === undefined ? {} : quoted(etag),
        body: { card },
      }),
      invalidatesTags: (kept) => (kept ? ['library'] : []),
    }),
    removeCard: build.mutation<void, string>({
      query: (cardId) => ({ url: `library/cards/${cardId}`, method: 'DELETE' }),
      invalidatesTags: ['library'],
    }),
    usages: build.query<readonly Usage[], UsageQuery>({
      query: (params) => ({ url: 'library/usages', params }),
      providesTags: ['plans'],
    }),
  }),
});

export const { useLibraryCardsQuery, useLibraryCardQuery, useKeepCardMutation, useRemoveCardMutation, useUsagesQuery } =
  libraryApi;
