import { BenchReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import { Remembered } from '../live/remembered.ts';
import { benchView } from './queries.ts';

export function benchRoutes(app: FastifyInstance, context: Context): void {
  const remembered = new Remembered(context);
  app.get('/api/bench', { schema: { summary: 'The bench as it is now', response: { 200: BenchReply } } }, async () => ({
    ...(await remembered.read('bench', () => benchView(context.db, context.nowMs()))),
    nowMs: context.nowMs(),
    disk: context.space?.(),
    clockJumpMs: context.clock?.jumpedMs,
  }));
}
