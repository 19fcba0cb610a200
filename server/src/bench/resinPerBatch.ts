import { type Queryable, sql } from '../db/index.ts';

/** Net resin that a wash has brought into each vessel, the mean over the shop’s last 60 washes, g. */
export async function resinPerBatch(db: Queryable): Promise<Record<string, number>> {
  const rows = await db.many<{ account: string; mg: number }>(sql`
    SELECT l.account, avg(greatest(l.resin_mg, 0))::float8 AS mg
      FROM (SELECT id FROM ledger_posting p WHERE kind = 'wash' AND NOT EXISTS (SELECT 1 FROM ledger_posting r WHERE r.reverses = p.id)
             ORDER BY at DESC LIMIT 60) p
      JOIN ledger_line l ON l.posting_id = p.id JOIN vessel v ON v.id = l.account
     GROUP BY l.account`);
  return Object.fromEntries(rows.map((row) => [row.account, row.mg / 1000]));
}
