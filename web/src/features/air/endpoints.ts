import type { AirReply } from '@north-step/contract';
import { api } from '../../store/api.ts';

const airApi = api.injectEndpoints({
  endpoints: (build) => ({
    air: build.query<AirReply, void>({ query: () => 'air', providesTags: ['Air', 'Solvent'] }),
  }),
});
export const { useAirQuery } = airApi;
