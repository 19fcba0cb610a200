import { type BathDeed, type BathReading, type BathSetup, type HistoryItem, inOrder } from '@north-step/core/estimate';
import type { RawReading } from '@north-step/core/reading';
import { everyVessel } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';

type PostingRow = { id: string; at: Date; seq: bigint; deeds: readonly BathDeed[] | null };
type LineRow = { posting_id: string; account: string; solvent_mg: bigint; water_mg: bigint; resin_mg: bigint };
type ReadingRow = { id: string; at: Date; seq: bigint; vessel_id: string; raw: RawReading };

export type SolventHistory = { readonly baths: readonly BathSetup[]; readonly items: readonly HistoryItem[] };

/** How far the book has come: changes whenever a posting, a reading, a verdict or a setting that matters is added. */
export async function historyKey(db: Queryable): Promise<string> {
  const row = await db.one<{ key: string }>(sql`
    SELECT concat_ws(' ',
      (SELECT coalesce(max(seq), 0) FROM ledger_posting), (SELECT coalesce(max(seq), 0) FROM reading),
      (SELECT coalesce(max(seq), 0) FROM reading_verdict), (SELECT coalesce(max(seq), 0) FROM setting_event),
      (SELECT md5(string_agg(concat(id, name, solvent, shop_limit_pct, role, line_id, line_place), ',' ORDER BY id)) FROM vessel)) AS key`);
  return row.key;
}

/** Everything that still holds: postings that were not taken back, readings that were not discarded. In order. */
export async function readHistory(db: Queryable): Promise<SolventHistory> {
  const [vessels, postings, readings] = await Promise.all([
    everyVessel(db),
    db.many<PostingRow>(sql`
      SELECT p.id, p.at, p.seq, p.deeds FROM ledger_posting p
       WHERE p.reverses IS NULL AND NOT EXISTS (SELECT 1 FROM ledger_posting r WHERE r.reverses = p.id)
       ORDER BY p.at, p.seq`),
    db.many<ReadingRow>(sql`
      SELECT g.id, g.at, g.seq, g.vessel_id, g.raw FROM reading g
       WHERE NOT EXISTS (SELECT 1 FROM ledger_posting r WHERE r.reverses = g.posting_id)
         AND coalesce((SELECT v.verdict FROM reading_verdict v WHERE v.reading_id = g.id ORDER BY v.seq DESC LIMIT 1), 'trusted') <> 'discarded'
       ORDER BY g.at, g.seq`),
  ]);
  const known = new Set(vessels.map((vessel) => vessel.id));
  const old = postings.filter((posting) => posting.deeds === null).map((posting) => posting.id);
  const lines =
    old.length === 0
      ? []
      : await db.many<LineRow>(sql`SELECT * FROM ledger_line WHERE posting_id = ANY(${old}::text[])`);
  const events = postings.flatMap((posting) =>
    (posting.deeds ?? deedsOf(lines.filter((line) => line.posting_id === posting.id && known.has(line.account)))).map(
      (deed, index): HistoryItem => ({
        type: 'event',
        event: { ...deed, id: `${posting.id}.${index}`, atMs: posting.at.getTime() },
      }),
    ),
  );
  const read = readings.map(
    (row): HistoryItem => ({
      type: 'reading',
      reading: { ...row.raw, id: row.id, atMs: row.at.getTime(), bath: row.vessel_id } as BathReading,
    }),
  );
  return {
    baths: vessels.map(({ id, solvent }) => ({ id, solvent, solventG: 0, waterG: 0, resinG: 0 })),
    items: inOrder([...events, ...read]),
  };
}

/** What a posting of before deeds were written did to each vessel: more is a fill, less is taken out. */
function deedsOf(lines: readonly LineRow[]): BathDeed[] {
  return lines.map((line): BathDeed => {
    const [solventG, waterG, resinG] = [line.solvent_mg, line.water_mg, line.resin_mg].map(
      (mg) => Number(mg) / 1000,
    ) as [number, number, number];
    const massG = solventG + waterG + resinG;
    return massG >= 0
      ? { kind: 'fill', bath: line.account, solventG, waterG, resinG }
      : { kind: 'remove', bath: line.account, massG: -massG };
  });
}
