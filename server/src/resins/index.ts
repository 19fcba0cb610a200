import { ResinsReply } from '@north-step/contract';
import type { ResinCard } from '@north-step/core/resin';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import { sql } from '../db/index.ts';

export function resinRoutes(app: FastifyInstance, context: Context): void {
  app.get(
    '/api/resins',
    { schema: { summary: 'Newest card of every resin, with its lots', response: { 200: ResinsReply } } },
    async () => {
      const rows = await context.db.many<{ card: ResinCard; lots: string[] }>(sql`
      SELECT DISTINCT ON (c.id) c.card,
             coalesce((SELECT jsonb_agg(l.code ORDER BY l.code) FROM lot l WHERE l.card_id = c.id), '[]'::jsonb) AS lots
        FROM resin_card c ORDER BY c.id, c.version DESC`);
      return {
        resins: rows
          .map((row) => ({ card: row.card, lots: row.lots }))
          .sort((a, b) => a.card.name.localeCompare(b.card.name)),
      };
    },
  );
}
