import type { FindChoices, RecallKind, RecallQuery, RecallReply, TrendsReply } from '@north-step/contract';
import { api } from '../../store/api.ts';

/** What can be found and asked; apart from the first load. */
const found = api.injectEndpoints({
  endpoints: (build) => ({
    findChoices: build.query<FindChoices, void>({
      query: () => 'find/choices',
      providesTags: ['Solvent', 'Resins', 'Layout'],
    }),
    recall: build.query<RecallReply, { readonly question: RecallKind } & RecallQuery>({
      query: ({ question, ...params }) => ({ url: `recall/${question}`, params }),
      providesTags: ['Batches', 'Records'],
    }),
    trends: build.query<TrendsReply, { readonly fromMs: number; readonly toMs: number }>({
      query: (params) => ({ url: 'trends', params }),
      providesTags: ['Batches'],
    }),
  }),
});
export const { useFindChoicesQuery, useRecallQuery, useTrendsQuery } = found;
