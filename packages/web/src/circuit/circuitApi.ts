import type { CircuitInfo, KeptCircuit } from '@probe-trail/core/circuit';
import { api } from '../api/api';

export const circuitApi = api.injectEndpoints({
  endpoints: (build) => ({
    circuits: build.query<readonly CircuitInfo[], void>({ query: () => 'circuits', providesTags: ['circuits'] }),
    circuit: build.query<KeptCircuit, string>({
      query: (circuitId) => `circuits/${circuitId}`,
      providesTags: ['circuits'],
    }),
  }),
});

export const { useCircuitsQuery, useCircuitQuery } = circuitApi;
