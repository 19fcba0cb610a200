import { CareReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import type { Keeper } from './keeper.ts';

export function estimateRoutes(app: FastifyInstance, context: Context, keeper: Keeper): void {
  app.get(
    '/api/solvent/care',
    {
      schema: {
        summary: 'Every bath with its estimate, limit, choices, readings and history',
        response: { 200: CareReply },
      },
    },
    async () => ({ nowMs: context.nowMs(), baths: [...(await keeper.care())] }),
  );
}
