import { BenchReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import { benchView } from './queries.ts';

export function benchRoutes(app: FastifyInstance, context: Context): void {
  app.get('/api/bench', { schema: { summary: 'The bench as it is now', response: { 200: BenchReply } } }, async () => ({
    ...(await benchView(context.db, context.nowMs())),
    disk: context.space?.(),
    clockJumpMs: context.clock?.jumpedMs,
  }));
}
