import type { CureTestsReply } from '@north-step/contract';
import { api } from '../../store/api.ts';

const testApi = api.injectEndpoints({
  endpoints: (build) => ({
    cureTests: build.query<CureTestsReply, void>({ query: () => 'cure-tests', providesTags: ['Lamps'] }),
  }),
});

export const { useCureTestsQuery } = testApi;
