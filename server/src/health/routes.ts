import { type BookCheck, HealthReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import { sql } from '../db/index.ts';

export const VERSION = '0.1.0';

export function healthRoutes(app: FastifyInstance, context: Context, lastCheck: () => BookCheck | undefined): void {
  const { db, nowMs, space } = context;
  const startedAtMs = nowMs();
  app.get(
    '/api/health',
    { schema: { summary: 'Version, database state and uptime', response: { 200: HealthReply } } },
    async () => {
      const { number } = await db.one<{ number: number }>(sql`SELECT max(number) AS number FROM migration`);
      return {
        version: VERSION,
        database: { state: 'open', schema: number, folder: db.folder },
        integrity: lastCheck() ?? null,
        disk: space?.() ?? null,
        uptimeS: Math.round((nowMs() - startedAtMs) / 1000),
        startedAtMs,
      };
    },
  );
}
