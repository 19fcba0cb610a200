import {
  BatchReply,
  CurePlanCommand,
  CureTestsReply,
  DescribeLamp,
  EntityId,
  LampsReply,
  LightMapBody,
  LightTraceReply,
  MeterLamp,
  NewCureTest,
  NewLadder,
  PairsReply,
  SkyNow,
} from '@north-step/contract';
import { decideCurePlan } from '@north-step/core/route';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import { act } from '../batches/index.ts';
import type { Context } from '../context.ts';
import { sql } from '../db/index.ts';
import { traceOf } from '../devices/index.ts';
import { unknown } from '../http/errors.ts';
import { addCureTest, cureTests } from './cureTests.ts';
import { describeLamp, lampViews, meterLamp, noteSky } from './lamps.ts';
import { addLadder, type PairKeeper, pairsOf } from './pairs.ts';

const Lamp = Type.Object({ stationId: EntityId });
type WithLamp = { Params: Static<typeof Lamp> };
const Key = Type.Object({ key: Type.String({ pattern: '^[0-9a-f]{64}$' }) });
const Batch = Type.Object({ batchId: EntityId });
type WithBatch = { Params: Static<typeof Batch> };
const Done = Type.Object({ ok: Type.Boolean() });
const MAP_LIMIT_BYTES = 200_000;

/** Lamps, light maps, plans of light, coupons. */
export function lightRoutes(app: FastifyInstance, context: Context, pairs: PairKeeper): void {
  const lamps = { 200: LampsReply };
  app.get('/api/lamps', { schema: { summary: 'Light sources', response: lamps } }, async () => ({
    lamps: await lampViews(context.db, context.nowMs()),
  }));
  app.post<WithLamp & { Body: DescribeLamp }>(
    '/api/lamps/:stationId',
    { schema: { summary: 'Describe a light source', params: Lamp, body: DescribeLamp, response: lamps } },
    (request) => describeLamp(context, request.params.stationId, request.body),
  );
  app.post<WithLamp & { Body: MeterLamp }>(
    '/api/lamps/:stationId/meter',
    { schema: { summary: 'Scale a lamp to a meter', params: Lamp, body: MeterLamp, response: lamps } },
    (request) => meterLamp(context, request.params.stationId, request.body),
  );
  app.post<WithLamp & { Body: SkyNow }>(
    '/api/lamps/:stationId/sky',
    { schema: { summary: 'Where the sill is, and its sky now', params: Lamp, body: SkyNow, response: lamps } },
    (request) => noteSky(context, request.params.stationId, request.body),
  );
  app.get<{ Params: Static<typeof Key> }>(
    '/api/light-maps/:key',
    { schema: { summary: 'A light map that was made before', params: Key, response: { 200: LightMapBody } } },
    async (request) => {
      const row = await context.db.maybeOne<{ body: LightMapBody }>(
        sql`SELECT body FROM light_map WHERE key = ${request.params.key}`,
      );
      if (!row) throw unknown('light map', request.params.key.slice(0, 8));
      return row.body;
    },
  );
  app.put<{ Params: Static<typeof Key>; Body: LightMapBody }>(
    '/api/light-maps/:key',
    {
      bodyLimit: MAP_LIMIT_BYTES,
      schema: { summary: 'Keep a light map', params: Key, body: LightMapBody, response: { 200: Done } },
    },
    async (request) => {
      await context.db.many(sql`
        INSERT INTO light_map (key, body, at) VALUES (${request.params.key}, ${JSON.stringify(request.body)}, ${new Date(context.nowMs())})
        ON CONFLICT (key) DO NOTHING`);
      return { ok: true };
    },
  );
  app.post<WithBatch & { Body: CurePlanCommand }>(
    '/api/batches/:batchId/cure-plan',
    {
      schema: {
        summary: 'Take a plan of light on: lamp, turn, medium, heat, times',
        params: Batch,
        body: CurePlanCommand,
        response: { 200: BatchReply },
      },
    },
    (request) => {
      const { commandId, by, heldMs, anyway, ...choice } = request.body;
      return act(context, request.params.batchId, 'cure-plan', { commandId, by, heldMs }, ({ batch, bench, now }) =>
        decideCurePlan(batch, choice, bench, now, anyway),
      );
    },
  );
  app.get<WithBatch>(
    '/api/batches/:batchId/light-trace',
    { schema: { summary: 'What the lamp’s own sensor saw', params: Batch, response: { 200: LightTraceReply } } },
    (request) => traceOf(context.db, request.params.batchId),
  );
  app.get('/api/pairs', { schema: { summary: 'Resins under lamps, and coupons', response: { 200: PairsReply } } }, () =>
    pairsOf(context.db),
  );
  app.post<{ Body: NewLadder }>(
    '/api/pairs/ladders',
    { schema: { summary: 'Write a ladder of coupons down', body: NewLadder, response: { 200: PairsReply } } },
    (request) => addLadder(context, pairs, request.body),
  );
  app.get(
    '/api/cure-tests',
    { schema: { summary: 'Hardness and breaking load of samples', response: { 200: CureTestsReply } } },
    () => cureTests(context.db),
  );
  app.post<{ Body: NewCureTest }>(
    '/api/cure-tests',
    { schema: { summary: 'Write tested samples down', body: NewCureTest, response: { 200: CureTestsReply } } },
    (request) => addCureTest(context, request.body),
  );
}
