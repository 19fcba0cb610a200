import type { CureTestsReply, LampsReply, LightTraceReply, PairsReply } from '@north-step/contract';
import { api } from '../../app/api.ts';

const lampApi = api.injectEndpoints({
  endpoints: (build) => ({
    lamps: build.query<LampsReply, void>({ query: () => 'lamps', providesTags: ['Lamps'] }),
    pairs: build.query<PairsReply, void>({ query: () => 'pairs', providesTags: ['Lamps'] }),
    cureTests: build.query<CureTestsReply, void>({ query: () => 'cure-tests', providesTags: ['Lamps'] }),
    lightTrace: build.query<LightTraceReply, string>({
      query: (id) => `batches/${encodeURIComponent(id)}/light-trace`,
    }),
  }),
});

export const { useCureTestsQuery, useLampsQuery, usePairsQuery, useLightTraceQuery } = lampApi;
