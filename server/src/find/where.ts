import type { FindQuery } from '@north-step/contract';
import { allOf, type Sql, sql } from '../db/index.ts';

/** Where a batch `b` is what is looked for: as a condition over `batch AS b`. Text is looked for in name, part, resin, lot, customer and note. */
export function foundBy(query: FindQuery): Sql {
  const { search, cardId, lot, customer, outcome, firstLook } = query;
  const pattern = search ? `%${search.toLowerCase().replace(/[\\%_]/g, '\\$&')}%` : undefined;
  const there = wasThere(query);
  return allOf([
    pattern !== undefined && sql`b.search LIKE ${pattern}`,
    cardId !== undefined && sql`b.card_id = ${cardId}`,
    lot !== undefined && sql`b.lot = ${lot}`,
    customer !== undefined && sql`b.customer = ${customer}`,
    outcome !== undefined && sql`b.outcome = ${outcome}`,
    firstLook === 'good' && sql`b.first_look = 'good'`,
    firstLook === 'not good' && sql`b.first_look <> 'good'`,
    there ?? during('b.created_at', query),
  ]);
}

/** In a bath, under a lamp, in somebody's hands, within the dates. */
function wasThere(query: FindQuery): Sql | undefined {
  const { bath, lamp, by } = query;
  // as a list of ids: worked out once, and looked up
  const touched = (condition: Sql) =>
    sql`b.id = ANY(ARRAY(SELECT DISTINCT s.batch_id FROM batch_step s WHERE ${condition}))`;
  const dates = during('s.started_at', query) ?? sql`TRUE`;
  const conditions = [
    bath !== undefined && touched(sql`s.vessel_id = ${bath} AND ${dates}`),
    lamp !== undefined && touched(sql`s.station_id = ${lamp} AND ${dates}`),
    by !== undefined && touched(sql`s.by = ${by} AND ${dates}`),
  ];
  return conditions.some(Boolean) ? allOf(conditions) : undefined;
}

const at = (ms: number) => new Date(ms);
/** Within the dates that are asked for. @returns nothing where none are */
export function during(
  column: 'b.created_at' | 's.started_at',
  { fromMs, toMs }: Pick<FindQuery, 'fromMs' | 'toMs'>,
): Sql | undefined {
  if (fromMs === undefined && toMs === undefined) return undefined;
  const name: Sql = { text: column, values: [] };
  return allOf([
    fromMs !== undefined && sql`${name} >= ${at(fromMs)}`,
    toMs !== undefined && sql`${name} < ${at(toMs)}`,
  ]);
}
