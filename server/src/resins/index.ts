import { CardReply, counted, EntityId, ResinCardFile, ResinsReply } from '@north-step/contract';
import type { ResinCard } from '@north-step/core/resin';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { sql } from '../db/index.ts';
import type { Handlings } from '../http/command.ts';
import { cardAt, cardVersions, fileOf, saveCard, setLot, unknownLot } from './cards.ts';

export { cardAt, unknownLot };

const Params = Type.Object({ cardId: EntityId });
const VersionQuery = Type.Object({ version: Type.Optional(counted(undefined, 1)) });

export function resinRoutes(app: FastifyInstance, context: Context): void {
  app.get(
    '/api/resins',
    { schema: { summary: 'Newest card of every resin, with its lots', response: { 200: ResinsReply } } },
    async () => {
      const rows = await context.db.many<{ card: ResinCard; lots: string[] }>(sql`
      SELECT DISTINCT ON (c.id) c.card,
             coalesce((SELECT jsonb_agg(l.code ORDER BY l.code) FROM lot_there l WHERE l.card_id = c.id), '[]'::jsonb) AS lots
        FROM resin_card c ORDER BY c.id, c.version DESC`);
      return {
        resins: rows
          .map((row) => ({ card: row.card, lots: row.lots }))
          .sort((a, b) => a.card.name.localeCompare(b.card.name)),
      };
    },
  );
  app.get(
    '/api/resins/card.schema.json',
    { schema: { summary: 'The schema of a resin card’s file' } },
    () => ResinCardFile,
  );
  app.get<{ Params: Static<typeof Params> }>(
    '/api/resins/:cardId',
    { schema: { summary: 'All versions of a card, newest first', params: Params, response: { 200: CardReply } } },
    (request) => cardVersions(context.db, request.params.cardId),
  );
  app.get<{ Params: Static<typeof Params>; Querystring: Static<typeof VersionQuery> }>(
    '/api/resins/:cardId/card.json',
    { schema: { summary: 'A card as a file', params: Params, querystring: VersionQuery } },
    async (request, out) => {
      const card = await cardAt(context.db, request.params.cardId, request.query.version);
      return out
        .type('application/json; charset=utf-8')
        .header('content-disposition', `attachment; filename="${card.id}-${card.version}.json"`)
        .send(`${JSON.stringify(fileOf(card), null, 2)}\n`);
    },
  );
}

export const RESIN_HANDLINGS = {
  'resin.card': { work: saveCard, again: cardVersions },
  'resin.lot': { work: setLot, again: cardVersions },
} satisfies Partial<Handlings>;
