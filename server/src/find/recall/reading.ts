import { allOf, sql } from '../../db/index.ts';
import { during } from '../where.ts';
import type { RecallShape } from './shape.ts';

/** Everything washed in a bath while a reading of it was believed that was set aside later. */
export const reading: RecallShape = {
  needs: [],
  touched: async (_, query) => sql`
    SELECT s.batch_id, s.started_at AS at, true AS sure,
           jsonb_build_object('kind', 'reading', 'bath', w.name, 'readingAtMs', (extract(epoch FROM r.at) * 1000)::bigint,
                              'correctedAtMs', (extract(epoch FROM v.at) * 1000)::bigint, 'saidPctW', r.load_pct) AS why
      FROM reading r
      JOIN LATERAL (SELECT verdict, at FROM reading_verdict WHERE reading_id = r.id ORDER BY seq DESC LIMIT 1) v ON v.verdict = 'discarded'
      JOIN vessel w ON w.id = r.vessel_id
      CROSS JOIN LATERAL (SELECT batch_id, started_at FROM batch_step WHERE vessel_id = r.vessel_id AND started_at >= r.at AND started_at < v.at OFFSET 0) s
     WHERE ${allOf([query.bath !== undefined && sql`r.vessel_id = ${query.bath}`, during('s.started_at', query)])}`,
};
