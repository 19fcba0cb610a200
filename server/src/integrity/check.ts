import type { BookCheck } from '@north-step/contract';
import { type BatchState, type BatchSummary, replay, summaryOf } from '@north-step/core/batch';
import { type RunEvent, type RunState, reduceRun } from '@north-step/core/reclaim';
import {
  type Anchor,
  anchorBreach,
  canonicalJson,
  NO_RECORD,
  type SealedRecord,
  validateChain,
} from '@north-step/core/record';
import { reduceWaste, type WasteContainer, type WasteEvent } from '@north-step/core/waste';
import { eventsOf } from '../batches/index.ts';
import { type Db, dropUnfinished, sql } from '../db/index.ts';
import { sha256 } from '../records/index.ts';

/** What was looked at, and the anchor of the newest record. */
export type Checked = BookCheck & { readonly anchor: Anchor };

/** Records read at once: others get in between. */
const AT_ONCE = 40;

/**
 * Holds facts against what follows from them: the chain of records against itself and against an anchor that was kept apart,
 * every batch, run and container against its events, every vessel against the sum of its lines. Takes away what uploads left half-done.
 * @param kept how many records there were at the last check, and the hash of the last
 */
export async function checkAll(db: Db, atMs: number, kept?: Anchor): Promise<Checked> {
  const chain = await checkChain(db, kept);
  const states = await checkStates(db);
  const later = await checkRunsAndWaste(db);
  const ledger = await checkLedger(db);
  await dropUnfinished(db);
  return {
    atMs,
    records: chain.anchor.count,
    batches: states.batches,
    accounts: ledger.accounts,
    found: [...chain.found, ...states.found, ...later, ...ledger.found],
    anchor: chain.anchor,
  };
}

async function checkChain(db: Db, kept: Anchor | undefined): Promise<{ anchor: Anchor; found: readonly string[] }> {
  const found: string[] = [];
  let last: SealedRecord | undefined;
  let keptSeen: SealedRecord | undefined;
  for (;;) {
    const rows = await db.many<{ file: string; hash: string }>(
      sql`SELECT file, hash FROM record WHERE number > ${last?.number ?? 0} ORDER BY number LIMIT ${AT_ONCE}`,
    );
    if (rows.length === 0) break;
    const next = rows.map(({ file }) => JSON.parse(file) as SealedRecord);
    const first = last === undefined && next[0]!.number !== 1 ? ['record 1 is missing'] : [];
    const breaches = validateChain(last ? [last, ...next] : next, sha256);
    const renamed = next.filter((record, i) => record.hash !== rows[i]!.hash);
    found.push(
      ...first,
      ...breaches.map(({ number, message }) => `record ${number}: ${message}`),
      ...renamed.map(({ number }) => `record ${number}: its hash is listed otherwise than in its file`),
    );
    keptSeen ??= next.find((record) => record.number === kept?.count);
    last = next.at(-1);
  }
  const cut = kept && anchorBreach(keptSeen ? [keptSeen] : [], kept);
  if (cut) found.push(cut);
  return { anchor: last ? { count: last.number, hash: last.hash } : NO_RECORD, found };
}

async function checkStates(db: Db): Promise<{ batches: number; found: readonly string[] }> {
  const found: string[] = [];
  const ids = await db.many<{ id: string; name: string }>(sql`SELECT id, name FROM batch ORDER BY id`);
  for (const { id, name } of ids) {
    // of one moment: work goes on meanwhile
    const { state, summary, events } = await db.transaction(async (tx) => ({
      ...(await tx.one<{ state: BatchState; summary: BatchSummary }>(
        sql`SELECT state, summary FROM batch WHERE id = ${id}`,
      )),
      events: await eventsOf(tx, id),
    }));
    if (canonicalJson(replay(events)) !== canonicalJson(state))
      found.push(`${name}: its state is not what its ${events.length} events say`);
    if (canonicalJson(summaryOf(state)) !== canonicalJson(summary))
      found.push(`${name}: its line in lists is not what its state says`);
  }
  return { batches: ids.length, found };
}

type Told<E> = { readonly name: string; readonly state: unknown; readonly events: readonly E[] };
/** Reclaim runs and containers of waste, each read in one moment with its facts. */
async function checkRunsAndWaste(db: Db): Promise<readonly string[]> {
  const [runs, containers] = await Promise.all([
    db.many<Told<RunEvent>>(sql`
      SELECT r.name, r.state, jsonb_agg(e.payload ORDER BY e.seq) AS events
        FROM reclaim_run r JOIN reclaim_event e ON e.run_id = r.id GROUP BY r.id`),
    db.many<Told<WasteEvent>>(sql`
      SELECT c.name, c.state, jsonb_agg(e.payload ORDER BY e.seq) AS events
        FROM waste_container c JOIN waste_event e ON e.container_id = c.id GROUP BY c.id`),
  ]);
  const differs = <E>(told: readonly Told<E>[], sum: (events: readonly E[]) => unknown) =>
    told
      .filter(({ state, events }) => canonicalJson(sum(events)) !== canonicalJson(state))
      .map(({ name, events }) => `${name}: its state is not what its ${events.length} events say`);
  return [
    ...differs(runs, (events) => events.reduce<RunState | undefined>(reduceRun, undefined)),
    ...differs(containers, (events) => events.reduce<WasteContainer | undefined>(reduceWaste, undefined)),
  ];
}

async function checkLedger(db: Db): Promise<{ accounts: number; found: readonly string[] }> {
  const rows = await db.many<{ account: string; held: bigint; lines: bigint }>(sql`
    WITH held AS (SELECT id AS account, solvent_mg + water_mg + resin_mg AS mg FROM vessel
                  UNION ALL SELECT account, solvent_mg + water_mg + resin_mg FROM sink)
    SELECT h.account, h.mg AS held, coalesce(sum(l.solvent_mg + l.water_mg + l.resin_mg), 0)::bigint AS lines
      FROM held h LEFT JOIN ledger_line l USING (account) GROUP BY h.account, h.mg`);
  const found = rows
    .filter(({ held, lines }) => held !== lines)
    .map(({ account, held, lines }) => `${account} holds ${held} mg, its movements say ${lines} mg`);
  const sum = rows.reduce((all, { held }) => all + held, 0n);
  return { accounts: rows.length, found: sum === 0n ? found : [...found, `the book does not balance by ${sum} mg`] };
}
