import type { RecordAnchors } from '@north-step/contract';
import { api } from '../../store/api.ts';

const ofRecords = api.injectEndpoints({
  endpoints: (build) => ({
    anchors: build.query<RecordAnchors, void>({ query: () => 'records/anchors', providesTags: ['Records'] }),
  }),
});
export const { useAnchorsQuery } = ofRecords;
