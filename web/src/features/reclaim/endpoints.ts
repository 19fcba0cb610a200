import type { BatchCostReply, RunReply, RunsReply, WasteList, WhereQuery, WhereReply } from '@north-step/contract';
import { api } from '../../store/api.ts';

const reclaimApi = api.injectEndpoints({
  endpoints: (build) => ({
    runs: build.query<RunsReply, void>({ query: () => 'reclaim', providesTags: ['Reclaim'] }),
    run: build.query<RunReply, string>({
      query: (id) => `reclaim/${encodeURIComponent(id)}`,
      providesTags: ['Reclaim'],
    }),
    where: build.query<WhereReply, WhereQuery>({
      query: (params) => ({ url: 'solvent/where', params }),
      providesTags: ['Solvent'],
    }),
    waste: build.query<WasteList, void>({ query: () => 'waste', providesTags: ['Waste'] }),
    batchCost: build.query<BatchCostReply, string>({
      query: (id) => `batches/${encodeURIComponent(id)}/cost`,
      providesTags: ['Solvent', 'Room'],
    }),
  }),
});

export const { useRunsQuery, useRunQuery, useWhereQuery, useWasteQuery, useBatchCostQuery } = reclaimApi;
