import type {
  BackupsReply,
  BatchList,
  BatchReply,
  BenchReply,
  CardReply,
  CareReply,
  DevicesReply,
  FindQuery,
  LaterReply,
  LayoutReply,
  MovementList,
  MovementQuery,
  PaceReply,
  PartNotesReply,
  PartSizesReply,
  RecordList,
  RecordQuery,
  ResinsReply,
  RoomReply,
  RouteReply,
  RoutesReply,
  ShiftNotesReply,
  SolventReply,
  WorkloadReply,
} from '@north-step/contract';
import { original } from '@reduxjs/toolkit';
import {
  type BaseQueryFn,
  copyWithStructuralSharing,
  createApi,
  type FetchArgs,
  type FetchBaseQueryError,
  fetchBaseQuery,
} from '@reduxjs/toolkit/query/react';
import type { Static } from 'typebox';
import { serverIsCut } from '../commands/practice.ts';
import { isOutrun, patchesSoFar } from '../live/patches.ts';

export const TAGS = [
  'Bench',
  'Batches',
  'Batch',
  'Solvent',
  'Reclaim',
  'Waste',
  'Air',
  'Care',
  'Records',
  'Resins',
  'Routes',
  'Parts',
  'Lamps',
  'Room',
  'Layout',
  'Shift',
  'Devices',
] as const;

const overHttp = fetchBaseQuery({ baseUrl: new URL('/api', window.location.href).href });

type Meta = { readonly begunAfter: number };
/** Reads over HTTP, each with how many patches there were as it was begun. */
const reads: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError, object, Meta> = async (
  args,
  more,
  extra,
) => {
  const meta = { begunAfter: patchesSoFar() };
  if (serverIsCut()) return { error: { status: 'FETCH_ERROR', error: 'the server is away' }, meta };
  const answer = await overHttp(args, more, extra);
  return answer.error ? { error: answer.error, meta } : { data: answer.data, meta };
};
/** What is read in place of what is shown, unless that knows more: it is read again then. */
const unlessOutrun = <Reply>(shown: Reply, read: Reply, meta: Meta | undefined, batchId?: string): Reply | undefined =>
  meta && isOutrun(meta.begunAfter, batchId)
    ? undefined
    : copyWithStructuralSharing(original(shown as never) ?? shown, read);

/** Reads only: everything that changes the bench goes through the outbox. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: reads,
  tagTypes: TAGS,
  refetchOnReconnect: true,
  endpoints: (build) => ({
    bench: build.query<BenchReply, void>({
      query: () => 'bench',
      providesTags: ['Bench'],
      merge: (shown, read, { baseQueryMeta }) => unlessOutrun(shown, read, baseQueryMeta),
    }),
    batch: build.query<BatchReply, string>({
      query: (id) => `batches/${encodeURIComponent(id)}`,
      providesTags: (_, __, id) => [{ type: 'Batch', id }],
      merge: (shown, read, { baseQueryMeta, arg }) => unlessOutrun(shown, read, baseQueryMeta, arg),
    }),
    later: build.query<LaterReply, string>({
      query: (id) => `batches/${encodeURIComponent(id)}/later`,
      providesTags: (_, __, id) => [{ type: 'Batch', id }],
    }),
    batches: build.query<
      BatchList,
      FindQuery & {
        readonly state: string;
        readonly sort: string;
        readonly route?: string;
        readonly offset: number;
        readonly limit: number;
      }
    >({
      query: (params) => ({ url: 'batches', params }),
      providesTags: ['Batches'],
    }),
    pace: build.query<PaceReply, void>({ query: () => 'pace', providesTags: ['Records'] }),
    resins: build.query<Static<typeof ResinsReply>, void>({ query: () => 'resins', providesTags: ['Resins'] }),
    card: build.query<CardReply, string>({
      query: (id) => `resins/${encodeURIComponent(id)}`,
      providesTags: ['Resins'],
    }),
    partNotes: build.query<PartNotesReply, void>({ query: () => 'part-notes', providesTags: ['Parts'] }),
    partSizes: build.query<PartSizesReply, string>({
      query: (part) => ({ url: 'part-sizes', params: part ? { part } : {} }),
      providesTags: ['Parts'],
    }),
    routes: build.query<RoutesReply, void>({ query: () => 'routes', providesTags: ['Routes'] }),
    route: build.query<RouteReply, string>({
      query: (id) => `routes/${encodeURIComponent(id)}`,
      providesTags: ['Routes'],
    }),
    solvent: build.query<SolventReply, void>({ query: () => 'solvent', providesTags: ['Solvent'] }),
    care: build.query<CareReply, void>({ query: () => 'solvent/care', providesTags: ['Care'] }),
    movements: build.query<MovementList, MovementQuery>({
      query: (params) => ({ url: 'solvent/movements', params }),
      providesTags: ['Solvent'],
    }),
    workload: build.query<WorkloadReply, number>({ query: (days) => ({ url: 'solvent/workload', params: { days } }) }),
    shiftNotes: build.query<ShiftNotesReply, void>({ query: () => 'shift-notes', providesTags: ['Shift'] }),
    room: build.query<RoomReply, void>({ query: () => 'room', providesTags: ['Room'] }),
    layout: build.query<LayoutReply, void>({ query: () => 'layout', providesTags: ['Layout'] }),
    devices: build.query<DevicesReply, void>({ query: () => 'devices', providesTags: ['Devices'] }),
    backups: build.query<BackupsReply, void>({ query: () => 'backups' }),
    records: build.query<RecordList, RecordQuery>({
      query: (params) => ({ url: 'records', params }),
      providesTags: ['Records'],
    }),
  }),
});

export const {
  useBenchQuery,
  useBatchQuery,
  useBatchesQuery,
  useLaterQuery,
  useLayoutQuery,
  useCardQuery,
  usePaceQuery,
  usePartNotesQuery,
  usePartSizesQuery,
  useResinsQuery,
  useRoomQuery,
  useShiftNotesQuery,
  useRoutesQuery,
  useRouteQuery,
  useSolventQuery,
  useCareQuery,
  useMovementsQuery,
  useWorkloadQuery,
  useDevicesQuery,
  useBackupsQuery,
  useRecordsQuery,
} = api;
