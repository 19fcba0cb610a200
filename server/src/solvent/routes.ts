import { MovementList, MovementQuery, SolventReply, WorkloadReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import type { Handlings } from '../http/command.ts';
import { sendCsv } from '../http/csv.ts';
import { Remembered } from '../live/remembered.ts';
import { blendInto, fill, reverse, rotate } from './commands.ts';
import { addVessel, count, setLid, setLimit } from './keeping.ts';
import { listMovements, movementsCsv, workload } from './movements.ts';
import { discard, refill } from './pour.ts';
import { solventView } from './queries.ts';
import { judgeReading, takeReading } from './readings.ts';

export function solventRoutes(app: FastifyInstance, { db, nowMs, live }: Context): void {
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
    async (request, reply) => sendCsv(reply, 'movements.csv', await movementsCsv(db, request.query)),
  );
  const days = Type.Object({ days: Type.Optional(Type.Integer({ minimum: 1, maximum: 366 })) });
  app.get<{ Querystring: Static<typeof days> }>(
    '/api/solvent/workload',
    { schema: { summary: 'The washing of the last days', querystring: days, response: { 200: WorkloadReply } } },
    (request) => workload(db, request.query.days ?? 30, nowMs()),
  );
}

export const SOLVENT_HANDLINGS = {
  'solvent.fill': { work: fill },
  'solvent.rotate': { work: rotate },
  'solvent.refill': { work: refill },
  'solvent.discard': { work: discard },
  'solvent.count': { work: count },
  'solvent.blend': { work: blendInto },
  'solvent.reverse': { work: reverse },
  'solvent.lid': { work: setLid },
  'solvent.limit': { work: setLimit },
  'solvent.vessel': { work: addVessel },
  'reading.take': { work: takeReading },
  'reading.verdict': { work: judgeReading },
} satisfies Partial<Handlings>;
