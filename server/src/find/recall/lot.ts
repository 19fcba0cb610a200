import type { RecallQuery } from '@north-step/contract';
import { sql } from '../../db/index.ts';
import type { RecallShape } from './shape.ts';

/** Everything that ran a lot, by its batch or by a later correction of its record. */
export const lot: RecallShape = {
  needs: ['lot'],
  touched: async (_, { cardId, lot: code }: RecallQuery) => sql`
    SELECT b.id AS batch_id, b.created_at AS at, true AS sure, jsonb_build_object('kind', 'lot', 'lot', b.lot, 'corrected', false) AS why
      FROM batch b WHERE b.lot = ${code} AND (${cardId ?? null}::text IS NULL OR b.card_id = ${cardId ?? null})
    UNION ALL
    SELECT r.batch_id, r.sealed_at, true, jsonb_build_object('kind', 'lot', 'lot', ${code}::text, 'corrected', true)
      FROM record r JOIN batch b ON b.id = r.batch_id
     WHERE r.kind = 'correction' AND r.file::jsonb->'body'->>'about' = 'lot' AND r.file::jsonb->'body'->>'right' = ${code}
       AND (${cardId ?? null}::text IS NULL OR b.card_id = ${cardId ?? null})`,
};
