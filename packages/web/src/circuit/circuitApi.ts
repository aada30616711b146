import type { Circuit, CircuitInfo, KeptCircuit } from '@probe-trail/core/circuit';
import { api } from '../api/api';

export const circuitApi = api.injectEndpoints({
  endpoints: (build) => ({
    circuits: build.query<readonly CircuitInfo[], void>({ query: () => 'circuits', providesTags: ['circuits'] }),
    circuit: build.query<KeptCircuit, string>({
      query: (circuitId) => `circuits/${circuitId}`,
      providesTags: ['circuits'],
    }),
    keepCircuit: build.mutation<KeptCircuit, { readonly circuit: Circuit; readonly etag: string | undefined }>({
      query: ({ circuit, etag }) => ({
        url: `circuits/${circuit.id}`,
        method: 'PUT',
        headers: etag === undefined ? {} : { 'if-match': `"${etag}"` },
        body: { circuit },
      }),
      invalidatesTags: (kept) => (kept ? ['circuits'] : []),
    }),
  }),
});

export const { useCircuitsQuery, useCircuitQuery, useKeepCircuitMutation } = circuitApi;
