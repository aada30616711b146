import type { SearchAnswer } from '@probe-trail/core/search';
import { api } from '../api/api';

export const searchApi = api.injectEndpoints({
  endpoints: (build) => ({
    search: build.query<SearchAnswer, { readonly words: string; readonly most: number }>({
      query: (params) => ({ url: 'search', params }),
      keepUnusedDataFor: 30,
    }),
  }),
});

export const { useSearchQuery } = searchApi;
