import type { Instrument } from '@probe-trail/core/instrument';
import type { MeterAnswer, MeterRequest } from '@probe-trail/core/instrumentLink';
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
    readMeter: build.mutation<MeterAnswer, { readonly jobId: string; readonly request: MeterRequest }>({
      query: ({ jobId, request }) => ({ url: `jobs/${jobId}/instruments/reading`, method: 'POST', body: request }),
    }),
  }),
});

export const { useInstrumentsQuery, useKeepInstrumentMutation, useReadMeterMutation } = instrumentApi;
