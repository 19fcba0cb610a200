import { type BathDeed, type BathReading, type BathSetup, type HistoryItem, inOrder } from '@north-step/core/estimate';
import type { RawReading } from '@north-step/core/reading';
import { everyVessel } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';

type PostingRow = { id: string; at: Date; seq: bigint; reverses: string | null; deeds: readonly BathDeed[] | null };
type LineRow = { posting_id: string; account: string; solvent_mg: bigint; water_mg: bigint; resin_mg: bigint };
type ReadingRow = { id: string; at: Date; seq: bigint; vessel_id: string; raw: RawReading; posting_id: string | null };
type VerdictRow = { reading_id: string; verdict: string; seq: bigint };

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

/** Another server may still be writing below the newest number that is seen: so many are read once more. */
const READ_AGAIN = 200n;
const from = (newest: bigint): bigint => newest - READ_AGAIN;
function newestOf(rows: readonly { readonly seq: bigint }[], before: bigint): bigint {
  let newest = before;
  for (const { seq } of rows) if (seq > newest) newest = seq;
  return newest;
}

/**
 * The history of a workshop's solvent. Facts are never changed, so that what was read is kept, and each question reads only
 * what came since.
 */
export class SolventBook {
  private readonly postings = new Map<string, PostingRow>();
  /** lines of postings from before deeds were written */
  private readonly lines = new Map<string, readonly LineRow[]>();
  private readonly takenBack = new Set<string>();
  private readonly readings = new Map<string, ReadingRow>();
  private readonly verdicts = new Map<string, VerdictRow>();
  private newest = { posting: 0n, reading: 0n, verdict: 0n };

  /** Everything that still holds: postings that were not taken back, readings that were not discarded. In order. */
  async read(db: Queryable): Promise<SolventHistory> {
    const vessels = await everyVessel(db);
    await this.catchUp(db);
    const known = new Set(vessels.map((vessel) => vessel.id));
    const postings = [...this.postings.values()].filter(({ id, reverses }) => !reverses && !this.takenBack.has(id));
    const readings = [...this.readings.values()].filter(
      ({ id, posting_id }) =>
        !(posting_id && this.takenBack.has(posting_id)) && this.verdicts.get(id)?.verdict !== 'discarded',
    );
    const events = postings.sort(byTime).flatMap(({ id, at, deeds }) =>
      (deeds ?? deedsOf((this.lines.get(id) ?? []).filter(({ account }) => known.has(account)))).map(
        (deed, index): HistoryItem => ({
          type: 'event',
          event: { ...deed, id: `${id}.${index}`, atMs: at.getTime() },
        }),
      ),
    );
    const read = readings.sort(byTime).map(
      ({ raw, id, at, vessel_id }): HistoryItem => ({
        type: 'reading',
        reading: { ...raw, id, atMs: at.getTime(), bath: vessel_id } as BathReading,
      }),
    );
    return {
      baths: vessels.map(({ id, solvent }) => ({ id, solvent, solventG: 0, waterG: 0, resinG: 0 })),
      items: inOrder([...events, ...read]),
    };
  }

  private async catchUp(db: Queryable): Promise<void> {
    const { newest } = this;
    const [postings, readings, verdicts] = await Promise.all([
      db.many<PostingRow>(
        sql`SELECT id, at, seq, reverses, deeds FROM ledger_posting WHERE seq > ${from(newest.posting)}`,
      ),
      db.many<ReadingRow>(
        sql`SELECT id, at, seq, vessel_id, raw, posting_id FROM reading WHERE seq > ${from(newest.reading)}`,
      ),
      db.many<VerdictRow>(
        sql`SELECT reading_id, verdict, seq FROM reading_verdict WHERE seq > ${from(newest.verdict)}`,
      ),
    ]);
    const old = postings.filter(({ id, deeds }) => deeds === null && !this.lines.has(id)).map(({ id }) => id);
    const lines =
      old.length === 0
        ? []
        : await db.many<LineRow>(sql`SELECT * FROM ledger_line WHERE posting_id = ANY(${old}::text[])`);
    for (const id of old)
      this.lines.set(
        id,
        lines.filter((line) => line.posting_id === id),
      );
    for (const row of postings) {
      this.postings.set(row.id, row);
      if (row.reverses) this.takenBack.add(row.reverses);
    }
    for (const row of readings) this.readings.set(row.id, row);
    for (const row of verdicts)
      if (row.seq >= (this.verdicts.get(row.reading_id)?.seq ?? 0n)) this.verdicts.set(row.reading_id, row);
    this.newest = {
      posting: newestOf(postings, newest.posting),
      reading: newestOf(readings, newest.reading),
      verdict: newestOf(verdicts, newest.verdict),
    };
  }
}

const byTime = (a: PostingRow | ReadingRow, b: PostingRow | ReadingRow): number =>
  a.at.getTime() - b.at.getTime() || Number(a.seq - b.seq);

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
