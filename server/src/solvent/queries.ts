import type { Movement, SolventReply } from '@north-step/contract';
import { gramsFromMg } from '@north-step/core/solvent';
import { allVessels, toVessel } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';

type LineRow = { posting_id: string; account: string; solvent_mg: bigint; water_mg: bigint; resin_mg: bigint };
type PostingRow = {
  id: string;
  at: Date;
  kind: string;
  note: string;
  by: string;
  batch_id: string | null;
  reverses: string | null;
  reversed_by: string | null;
};

const grams = (row: Omit<LineRow, 'posting_id' | 'account'>) => ({
  solventG: gramsFromMg(row.solvent_mg),
  waterG: gramsFromMg(row.water_mg),
  resinG: gramsFromMg(row.resin_mg),
});

/** Vessels, sinks and the newest movements. */
export async function solventView(db: Queryable, limit: number): Promise<SolventReply> {
  const [vessels, sinks, postings, residual] = await Promise.all([
    allVessels(db),
    db.many<LineRow>(sql`SELECT account, solvent_mg, water_mg, resin_mg FROM sink ORDER BY account`),
    db.many<PostingRow>(sql`
      SELECT p.id, p.at, p.kind, p.note, p.by, p.batch_id, p.reverses, r.id AS reversed_by
        FROM ledger_posting p LEFT JOIN ledger_posting r ON r.reverses = p.id
       ORDER BY p.at DESC, p.id LIMIT ${limit}`),
    db.one<{ mg: bigint }>(sql`
      SELECT ((SELECT sum(solvent_mg + water_mg + resin_mg) FROM vessel) + (SELECT sum(solvent_mg + water_mg + resin_mg) FROM sink))::bigint AS mg`),
  ]);
  const lines = await db.many<LineRow>(
    sql`SELECT * FROM ledger_line WHERE posting_id = ANY(${postings.map((row) => row.id)}::text[])`,
  );
  return {
    vessels: vessels.map(toVessel),
    sinks: sinks.map((row) => ({ account: row.account, ...grams(row) })),
    residualMg: Number(residual.mg),
    movements: postings.map(
      (row): Movement => ({
        id: row.id,
        atMs: row.at.getTime(),
        kind: row.kind,
        note: row.note,
        by: row.by,
        batchId: row.batch_id,
        reverses: row.reverses,
        reversedBy: row.reversed_by,
        lines: lines
          .filter((line) => line.posting_id === row.id)
          .map((line) => ({ account: line.account, ...grams(line) })),
      }),
    ),
  };
}
