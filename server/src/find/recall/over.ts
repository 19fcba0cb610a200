import { allOf, sql } from '../../db/index.ts';
import { during } from '../where.ts';
import type { RecallShape } from './shape.ts';

/** Everything washed in a bath while its load was over the limit: surely where its whole range was, perhaps where a part of it was. */
export const over: RecallShape = {
  needs: [],
  touched: async (_, query) => sql`
    SELECT s.batch_id, s.started_at AS at, coalesce(s.load_low_pct, s.load_pct) > s.limit_pct AS sure,
           jsonb_build_object('kind', 'over', 'bath', v.name, 'loadPctW', s.load_pct, 'lowPctW', s.load_low_pct,
                              'highPctW', s.load_high_pct, 'limitPctW', s.limit_pct) AS why
      FROM batch_step s JOIN vessel v ON v.id = s.vessel_id
     WHERE coalesce(s.load_high_pct, s.load_pct) > s.limit_pct AND ${allOf([
       query.bath !== undefined && sql`s.vessel_id = ${query.bath}`,
       during('s.started_at', query),
     ])}`,
};
