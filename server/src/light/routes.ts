import {
  CureTestsReply,
  Done,
  EntityId,
  LampsReply,
  LightMapBody,
  LightTraceReply,
  PairsReply,
} from '@north-step/contract';
import { decideCurePlan } from '@north-step/core/decide';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import { act, batchAfter } from '../batches/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { traceOf } from '../devices/index.ts';
import type { Handler, Handlings } from '../http/command.ts';
import { unknown } from '../http/errors.ts';
import { addCureTest, cureTests } from './cureTests.ts';
import { describeLamp, lampViews, meterLamp, noteSky } from './lamps.ts';
import { addLadder, type PairKeeper, pairsOf } from './pairs.ts';

const Key = Type.Object({ key: Type.String({ pattern: '^[0-9a-f]{64}$' }) });
const Batch = Type.Object({ batchId: EntityId });
type WithBatch = { Params: Static<typeof Batch> };
const MAP_LIMIT_BYTES = 200_000;

/** Lamps, light maps, plans of light, coupons. */
export function lightRoutes(app: FastifyInstance, context: Context): void {
  const lamps = { 200: LampsReply };
  app.get('/api/lamps', { schema: { summary: 'Light sources', response: lamps } }, async () => ({
    lamps: await lampViews(context.db, context.nowMs()),
  }));
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
  app.get<WithBatch>(
    '/api/batches/:batchId/light-trace',
    { schema: { summary: 'What the lamp’s own sensor saw', params: Batch, response: { 200: LightTraceReply } } },
    (request) => traceOf(context.db, request.params.batchId),
  );
  app.get('/api/pairs', { schema: { summary: 'Resins under lamps, and coupons', response: { 200: PairsReply } } }, () =>
    pairsOf(context.db),
  );
  app.get(
    '/api/cure-tests',
    { schema: { summary: 'Hardness and breaking load of samples', response: { 200: CureTestsReply } } },
    () => cureTests(context.db),
  );
}

const lampsNow = async (tx: Queryable, _: string, { nowMs }: { readonly nowMs: number }) => ({
  lamps: await lampViews(tx, nowMs),
});

const takePlan: Handler<'batch.cure-plan'> = (work) => {
  const { anyway, ...choice } = work.body;
  return act(work, ({ batch, bench, now }) => decideCurePlan(batch, choice, bench, now, anyway));
};

export const lightHandlings = (pairs: PairKeeper) =>
  ({
    'lamp.describe': { work: describeLamp, again: lampsNow },
    'lamp.meter': { work: meterLamp, again: lampsNow },
    'lamp.sky': { work: noteSky, again: lampsNow },
    'coupon.ladder': { work: addLadder(pairs), again: pairsOf },
    'cure.test': { work: addCureTest, again: cureTests },
    'batch.cure-plan': { work: takePlan, again: batchAfter },
  }) satisfies Partial<Handlings>;
