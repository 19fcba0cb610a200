import type { BathCare, BathNote, ReadingRow } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { type BathLimit, bathLimit, bathRole, type CareBath, type Grams, type Source } from '@north-step/core/care';
import type { ResinCard } from '@north-step/core/resin';
import { allVessels, benchSetting, inLine, parcelOf, toVessel, type VesselRow } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { pricesOf } from '../room/index.ts';
import { gramsOf, lastFill } from '../solvent/index.ts';
import type { EstimateAnswer } from './estimateThread.ts';
import type { Estimator } from './estimator.ts';
import { historyKey, SolventBook, type SolventHistory } from './history.ts';

/** One seed for every workshop: the same history gives the same answer. */
const SEED = 20_417;
const RESINS_IN_USE_DAYS = 60;
const DAY_MS = 86_400_000;
/** ages of readings are told in words: they must not grow old themselves */
const FRESH_FOR_MS = 10 * 60_000;
const READINGS_SHOWN = 60;
const WASHES_SHOWN = 400;

export type Keeper = {
  /** every bath's care, brought up to the book first */
  readonly care: () => Promise<readonly BathCare[]>;
  /** from now on follows changes in the background */
  readonly follow: () => void;
};

/** Keeps the estimates up to the book: asked for, or after every change. */
export function makeKeeper(context: Context, estimator: Estimator): Keeper {
  const { db, live } = context;
  const book = new SolventBook();
  let kept: { readonly key: string; readonly care: readonly BathCare[]; readonly atMs: number } | undefined;
  let running: Promise<readonly BathCare[]> | undefined;

  async function refresh(): Promise<readonly BathCare[]> {
    // the book and the history are read as they are at one moment: what is booked later is carried over them
    const found = await db.transaction(async (tx) => {
      const key = await historyKey(tx);
      if (kept?.key === key && context.nowMs() - kept.atMs < FRESH_FOR_MS) return kept;
      return { key, seq: await lastPosting(tx), vessels: await allVessels(tx), history: await book.read(tx) };
    });
    if ('care' in found) return found.care;
    const { key, seq, vessels, history } = found;
    const care = await careNow(context, estimator, history, vessels);
    kept = { key, care, atMs: context.nowMs() };
    const notes = JSON.stringify(Object.fromEntries(care.map((bath) => [bath.vesselId, noteOf(bath)])));
    await db.transaction(async (tx) => {
      const stale = (await historyKey(tx)) !== key;
      await tx.many(sql`
        INSERT INTO bath_estimate (history_key, stale, body, posting_seq, book)
        VALUES (${key}, ${stale}, ${notes}, ${seq}, ${JSON.stringify(bookOf(vessels))})
        ON CONFLICT (only_one) DO UPDATE
           SET history_key = excluded.history_key, stale = excluded.stale, body = excluded.body,
               posting_seq = excluded.posting_seq, book = excluded.book`);
    });
    live.publish(['estimates']);
    return care;
  }
  const care = (): Promise<readonly BathCare[]> => {
    running ??= refresh().finally(() => {
      running = undefined;
    });
    return running;
  };
  let queued = false;
  const later = async (): Promise<void> => {
    if (queued) return;
    queued = true;
    await running?.catch(() => {});
    queued = false;
    await care().catch(() => {});
  };
  return {
    care,
    follow: () => {
      live.listen(({ topics }) => topics.includes('solvent') && void later());
      void later();
    },
  };
}

const lastPosting = async (db: Queryable): Promise<bigint> =>
  (await db.one<{ seq: bigint }>(sql`SELECT coalesce(max(seq), 0)::bigint AS seq FROM ledger_posting`)).seq;

/** What the book says of every vessel, g. */
const bookOf = (vessels: readonly VesselRow[]): Readonly<Record<string, Grams>> =>
  Object.fromEntries(vessels.map((row) => [row.id, gramsOf(parcelOf(row))]));

const noteOf = (bath: BathCare): BathNote => ({
  loadPctW: bath.estimate.loadPctW,
  range90: bath.estimate.range90,
  strengthPctW: bath.estimate.strengthPctW,
  limitPctW: bath.limit.limitPctW,
  why: bath.limit.why,
  batchesLeft: bath.forecast.batchesLeft.median,
  resinsG: bath.resinsG,
});

async function careNow(
  context: Context,
  estimator: Estimator,
  history: SolventHistory,
  vessels: readonly VesselRow[],
): Promise<readonly BathCare[]> {
  const { db } = context;
  const nowMs = context.nowMs();
  const [setting, allCards, readings] = await Promise.all([benchSetting(db), newestCards(db), allReadings(db)]);
  const baths = vessels.filter((vessel) => vessel.kind === 'bath');
  if (baths.length === 0) return [];
  const cards = await inUse(db, allCards, new Date(nowMs - RESINS_IN_USE_DAYS * DAY_MS));
  const lines = new Map(baths.map((bath) => [bath.id, lineAbout(bath, vessels)]));
  const limits = new Map(
    baths.map((bath) => [bath.id, limitOf(bath, lines.get(bath.id)!.baths, cards, setting.roomC)]),
  );
  const filledMs = new Map<string, number | undefined>();
  for (const { id } of baths) filledMs.set(id, await lastFill(db, id));
  const question = {
    nowMs,
    prices: await pricesOf(db),
    sources: sourcesOf(vessels),
    names: Object.fromEntries([...vessels, ...allCards].map(({ id, name }) => [id, name])),
    baths: baths.map(
      (bath): CareBath => ({
        id: bath.id,
        name: bath.name,
        solvent: bath.solvent,
        capacityMl: bath.capacity_ml,
        limit: limits.get(bath.id)!,
        carrierId: lines.get(bath.id)!.before?.id,
        rotation: rotationOf(lines.get(bath.id)!),
        lastFillMs: filledMs.get(bath.id),
        // a reading of liquid that was thrown away says nothing of what is in there now
        lastReadingMs: readings.find(
          (row) =>
            row.vesselId === bath.id &&
            row.verdict !== 'discarded' &&
            row.loadPctW !== null &&
            row.atMs >= (filledMs.get(bath.id) ?? 0),
        )?.atMs,
      }),
    ),
  };
  const answer = await estimator.ask({ history: { ...history, seed: SEED }, question });
  const washes = await washesOf(db);
  return baths.map((bath): BathCare => {
    const report = answer.reports.find(({ id }) => id === bath.id)!;
    const { id, ...rest } = report;
    return {
      ...rest,
      vesselId: id,
      limit: limits.get(bath.id)!,
      resinsG: answer.mix[bath.id] ?? {},
      lastReadingMs: question.baths.find((one) => one.id === bath.id)?.lastReadingMs ?? null,
      lastFillMs: filledMs.get(bath.id) ?? null,
      washes: washes.filter((wash) => wash.account === bath.id).map(({ account: _, ...wash }) => wash),
      readings: readings
        .filter((row) => row.vesselId === bath.id)
        .slice(0, READINGS_SHOWN)
        .map(({ vesselId: _, ...row }) => withVerdict(row, answer)),
    };
  });
}

function withVerdict(row: Omit<ReadingRow, 'surprise' | 'expectedPctW'>, answer: EstimateAnswer): ReadingRow {
  const verdict = answer.verdicts.find(({ readingId }) => readingId === row.id);
  return { ...row, surprise: verdict?.surprise ?? null, expectedPctW: verdict?.expectedPctW ?? null };
}

/** The line of a bath; one outside of a line stands alone. */
function lineAbout(bath: VesselRow, vessels: readonly VesselRow[]) {
  const line = linesOf(vessels.map(inLine)).find(({ baths }) => baths.some(({ id }) => id === bath.id));
  const baths: readonly VesselRow[] = line?.baths ?? [bath];
  const at = baths.findIndex(({ id }) => id === bath.id);
  return { baths, before: baths[at - 1], after: baths[at + 1], drum: line?.drum };
}

/** How a bath is changed with its line: only where there are two or more, and a drum for what leaves. */
const rotationOf = ({ baths, after, drum }: ReturnType<typeof lineAbout>): CareBath['rotation'] =>
  drum && baths.length > 1 ? { nextId: after?.id, leavesId: baths[0]!.id } : undefined;

/** The strictest limit over the resins that were washed lately. A bath outside of a line is held to what a clean one is. */
function limitOf(bath: VesselRow, line: readonly VesselRow[], cards: readonly ResinCard[], roomC: number): BathLimit {
  const [first, clean] = [line[0] ?? bath, line.at(-1) ?? bath];
  const shop = { solvent: bath.solvent, agitation: [first.agitation, clean.agitation] as const, roomC };
  return bathLimit(cards, bathRole(bath.position), shop, bath.shop_limit_pct ?? undefined);
}

const newestCards = async (db: Queryable): Promise<readonly ResinCard[]> =>
  (await db.many<{ card: ResinCard }>(sql`SELECT DISTINCT ON (id) card FROM resin_card ORDER BY id, version DESC`)).map(
    ({ card }) => card,
  );

/** The cards of open and recent batches; every card when there is no batch yet. */
async function inUse(db: Queryable, cards: readonly ResinCard[], since: Date): Promise<readonly ResinCard[]> {
  const used = await db.many<{ id: string }>(
    sql`SELECT DISTINCT state -> 'card' ->> 'id' AS id FROM batch WHERE sealed_at IS NULL OR created_at >= ${since}`,
  );
  const ids = new Set(used.map(({ id }) => id));
  return cards.filter(({ id }) => ids.size === 0 || ids.has(id));
}

const sourcesOf = (vessels: readonly VesselRow[]): Source[] =>
  vessels
    .filter(({ role }) => role === 'fresh' || role === 'reclaimed')
    .map(toVessel)
    .map((vessel) => ({
      name: vessel.name,
      availableMl: vessel.volumeMl,
      strengthPctW: vessel.strengthPctW ?? 0,
      loadPctW: vessel.loadPctW,
      reclaimed: vessel.role === 'reclaimed',
      solvent: vessel.solvent,
    }));

type StoredReading = Omit<ReadingRow, 'surprise' | 'expectedPctW'> & { readonly vesselId: string };
async function allReadings(db: Queryable): Promise<readonly StoredReading[]> {
  const rows = await db.many<{
    id: string;
    at: Date;
    by: string;
    raw: ReadingRow['raw'];
    vessel_id: string;
    load_pct: number | null;
    sd_pct: number | null;
    note: string;
    verdict: ReadingRow['verdict'];
  }>(sql`
    SELECT g.*, (SELECT v.verdict FROM reading_verdict v WHERE v.reading_id = g.id ORDER BY v.seq DESC LIMIT 1) AS verdict
      FROM reading g ORDER BY g.at DESC, g.seq DESC LIMIT 500`);
  return rows.map((row) => ({
    id: row.id,
    vesselId: row.vessel_id,
    atMs: row.at.getTime(),
    by: row.by,
    raw: row.raw,
    loadPctW: row.load_pct,
    sdPctW: row.sd_pct,
    note: row.note,
    verdict: row.verdict,
  }));
}

async function washesOf(db: Queryable) {
  const rows = await db.many<{ account: string; at: Date; batch_id: string; name: string; mg: bigint }>(sql`
    SELECT l.account, p.at, p.batch_id, b.name, l.resin_mg AS mg
      FROM ledger_posting p JOIN ledger_line l ON l.posting_id = p.id JOIN vessel v ON v.id = l.account JOIN batch b ON b.id = p.batch_id
     WHERE p.kind = 'wash' AND NOT EXISTS (SELECT 1 FROM ledger_posting r WHERE r.reverses = p.id)
     ORDER BY p.at DESC LIMIT ${WASHES_SHOWN}`);
  return rows.map((row) => ({
    account: row.account,
    atMs: row.at.getTime(),
    batchId: row.batch_id,
    batchName: row.name,
    resinG: Number(row.mg) / 1000,
  }));
}
