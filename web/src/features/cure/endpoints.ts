import type { LightTraceReply } from '@north-step/contract';
import { api } from '../../store/api.ts';

const traceApi = api.injectEndpoints({
  endpoints: (build) => ({
    lightTrace: build.query<LightTraceReply, string>({
      query: (id) => `batches/${encodeURIComponent(id)}/light-trace`,
    }),
  }),
});

export const { useLightTraceQuery } = traceApi;
