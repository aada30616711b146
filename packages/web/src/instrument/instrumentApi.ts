import type { Instrument } from '@probe-trail/core/instrument';
import { api } from '../api/api';

export const instrumentApi = api.injectEndpoints({
  endpoints: (build) => ({
    instruments: build.query<readonly Instrument[], void>({
      query: () => 'instruments',
      providesTags: ['instruments'],
    }),
    keepInstrument: build.mutation<void, Instrument>({
      query: (body) => ({ url: `instruments/${body.id}`, method: 'PUT', body }),
      invalidatesTags: ['instruments'],
    }),
  }),
});

export const { useInstrumentsQuery, useKeepInstrumentMutation } = instrumentApi;
