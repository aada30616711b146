import type { CardCheck } from '@probe-trail/core/library';
import { api } from '../api/api';

const checksApi = api.injectEndpoints({
  endpoints: (build) => ({
    checks: build.query<readonly CardCheck[], string>({
      query: (line) => ({ url: 'library/checks', params: { line } }),
      providesTags: ['plans'],
    }),
  }),
});

/** What part cards say of the values of a model. */
export const { useChecksQuery } = checksApi;
