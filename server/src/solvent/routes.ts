import {
  CountCommand,
  DiscardCommand,
  EntityId,
  FillCommand,
  LidCommand,
  LimitCommand,
  MovementList,
  MovementQuery,
  NewVesselCommand,
  PostingReply,
  ReadCommand,
  ReadReply,
  ReclaimCommand,
  RefillCommand,
  ReverseCommand,
  RotateCommand,
  SolventReply,
  VerdictCommand,
  VesselReply,
  WorkloadReply,
} from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { type Static, type TObject, Type } from 'typebox';
import type { Context } from '../context.ts';
import { Remembered } from '../live/remembered.ts';
import { fill, reclaim, reverse, rotate } from './commands.ts';
import { addVessel, count, setLid, setLimit } from './keeping.ts';
import { listMovements, movementsCsv, workload } from './movements.ts';
import { discard, refill } from './pour.ts';
import { solventView } from './queries.ts';
import { judgeReading, takeReading } from './readings.ts';

export function solventRoutes(app: FastifyInstance, context: Context): void {
  reads(app, context);
  const post = <Body extends TObject, Reply extends TObject>(
    name: string,
    summary: string,
    body: Body,
    response: Reply,
    run: (context: Context, body: Static<Body>) => Promise<Static<Reply>>,
  ) =>
    app.post<{ Body: Static<Body> }>(
      `/api/solvent/${name}`,
      { schema: { summary, body, response: { 200: response } } },
      (request) => run(context, request.body as Static<Body>),
    );
  post('fill', 'Fill or top up a vessel', FillCommand, PostingReply, fill);
  post('rotate', 'Second becomes first, fresh into the second, first to the drum', RotateCommand, PostingReply, rotate);
  post('refill', 'Everything out of a bath, then fresh in', RefillCommand, PostingReply, refill);
  post('discard', 'Spilled, or handed to a treatment works', DiscardCommand, PostingReply, discard);
  post('count', 'A physical count: the difference goes to unaccounted', CountCommand, PostingReply, count);
  post('reclaim', 'Harden and filter part of the dirty drum', ReclaimCommand, PostingReply, reclaim);
  post('reverse', 'Take a movement back with its mirror image', ReverseCommand, PostingReply, reverse);
  post('lid', 'Set a lid: open, ajar or closed', LidCommand, VesselReply, setLid);
  post('limit', 'Set or take away a stricter limit', LimitCommand, VesselReply, setLimit);
  post('vessel', 'Add a vessel', NewVesselCommand, VesselReply, addVessel);
  post('readings', 'Take a reading of a bath', ReadCommand, ReadReply, takeReading);
  const params = Type.Object({ readingId: EntityId });
  app.post<{ Params: Static<typeof params>; Body: Static<typeof VerdictCommand> }>(
    '/api/solvent/readings/:readingId/verdict',
    {
      schema: { summary: 'Trust or discard a reading', params, body: VerdictCommand, response: { 200: PostingReply } },
    },
    (request) => judgeReading(context, request.params.readingId, request.body),
  );
}

function reads(app: FastifyInstance, { db, nowMs, live }: Context): void {
  const remembered = new Remembered({ live, nowMs });
  const querystring = Type.Object({ limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 500 })) });
  app.get<{ Querystring: Static<typeof querystring> }>(
    '/api/solvent',
    {
      schema: { summary: 'Where the solvent is, and its last movements', querystring, response: { 200: SolventReply } },
    },
    ({ query: { limit = 60 } }) => remembered.read(`${limit}`, () => solventView(db, limit)),
  );
  app.get<{ Querystring: MovementQuery }>(
    '/api/solvent/movements',
    {
      schema: {
        summary: 'Movements, filtered, newest first',
        querystring: MovementQuery,
        response: { 200: MovementList },
      },
    },
    (request) => listMovements(db, request.query),
  );
  app.get<{ Querystring: MovementQuery }>(
    '/api/solvent/movements.csv',
    { schema: { summary: 'Movements as CSV, one row a ledger line', querystring: MovementQuery } },
    async (request, reply) => {
      reply
        .header('content-type', 'text/csv; charset=utf-8')
        .header('content-disposition', 'attachment; filename="movements.csv"');
      return movementsCsv(db, request.query);
    },
  );
  const days = Type.Object({ days: Type.Optional(Type.Integer({ minimum: 1, maximum: 366 })) });
  app.get<{ Querystring: Static<typeof days> }>(
    '/api/solvent/workload',
    { schema: { summary: 'The washing of the last days', querystring: days, response: { 200: WorkloadReply } } },
    (request) => workload(db, request.query.days ?? 30, nowMs()),
  );
}
