import type { LampsReply, PairsReply } from '@north-step/contract';
import { api } from '../../store/api.ts';

const lampApi = api.injectEndpoints({
  endpoints: (build) => ({
    lamps: build.query<LampsReply, void>({ query: () => 'lamps', providesTags: ['Lamps'] }),
    pairs: build.query<PairsReply, void>({ query: () => 'pairs', providesTags: ['Lamps'] }),
  }),
});

export const { useLampsQuery, usePairsQuery } = lampApi;
