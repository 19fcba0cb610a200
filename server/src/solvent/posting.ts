import type { BathDeed } from '@north-step/core/estimate';
import { marksAfter } from '@north-step/core/marks';
import { addParcels, EMPTY_PARCEL, type LedgerLine, type Parcel, validatePosting } from '@north-step/core/solvent';
import { type Queryable, sql } from '../db/index.ts';

export type Booking = {
  readonly id: string;
  readonly atMs: number;
  readonly kind: string;
  readonly note: string;
  readonly by: string;
  readonly commandId: string;
  readonly batchId?: string;
  readonly runId?: string;
  readonly reverses?: string;
  readonly lines: readonly LedgerLine[];
  /** by vessel, the liquid it was named for before, where this names it anew */
  readonly liquidsBefore?: Readonly<Record<string, string>> | undefined;
  /** what was done to baths, as the estimator sees it */
  readonly deeds?: readonly BathDeed[];
};

/**
 * Books one balanced posting. The database checks it again: sums at commit, vessels never below zero.
 * @throws Error when the lines do not balance: a bug, never the user's doing
 */
export async function book(tx: Queryable, booking: Booking): Promise<void> {
  if (booking.lines.length === 0) return;
  if (validatePosting(booking).length > 0) throw new Error(`posting ${booking.kind} does not balance`);
  const marksBefore = await markVessels(tx, booking.deeds ?? []);
  await tx.many(sql`
    INSERT INTO ledger_posting (id, at, kind, note, by, batch_id, run_id, reverses, command_id, deeds, liquids_before, marks_before)
    VALUES (${booking.id}, ${new Date(booking.atMs)}, ${booking.kind}, ${booking.note}, ${booking.by},
            ${booking.batchId ?? null}, ${booking.runId ?? null}, ${booking.reverses ?? null}, ${booking.commandId},
            ${booking.deeds ? JSON.stringify(booking.deeds) : null}, ${booking.liquidsBefore ? JSON.stringify(booking.liquidsBefore) : null},
            ${marksBefore ? JSON.stringify(marksBefore) : null})`);
  const lines = [...merged(booking.lines)].map(([account, parcel]) => ({
    account,
    s: `${parcel[0]}`,
    w: `${parcel[1]}`,
    r: `${parcel[2]}`,
  }));
  await tx.many(sql`
    INSERT INTO ledger_line (posting_id, account, solvent_mg, water_mg, resin_mg)
    SELECT ${booking.id}::text, account, s, w, r
      FROM jsonb_to_recordset(${JSON.stringify(lines)}::jsonb) AS line (account text, s bigint, w bigint, r bigint)`);
}

/** Deeds by which liquid of one vessel comes into another, or from outside: washing and drying change no mix. */
const MIXES: ReadonlySet<BathDeed['kind']> = new Set(['fill', 'transfer', 'empty', 'rotate']);

/** The mark "reclaimed" goes with the liquid. @returns what the vessels that it changes were marked with before */
async function markVessels(
  tx: Queryable,
  deeds: readonly BathDeed[],
): Promise<Readonly<Record<string, number>> | undefined> {
  if (!deeds.some(({ kind }) => MIXES.has(kind))) return undefined;
  const rows = await tx.many<{ id: string; grams: number; share: number }>(sql`
    SELECT id, ((solvent_mg + water_mg + resin_mg) / 1000.0)::float8 AS grams, reclaimed_share AS share FROM vessel`);
  const before = new Map(rows.map(({ id, grams, share }) => [id, { massG: grams, share }]));
  const after = marksAfter(before, deeds);
  for (const [id, share] of after)
    await tx.many(sql`UPDATE vessel SET reclaimed_share = ${Math.min(1, Math.max(0, share))} WHERE id = ${id}`);
  return after.size > 0
    ? Object.fromEntries([...after.keys()].map((id) => [id, before.get(id)?.share ?? 0]))
    : undefined;
}

function merged(lines: readonly LedgerLine[]): ReadonlyMap<string, Parcel> {
  const sums = new Map<string, Parcel>();
  for (const line of lines) sums.set(line.account, addParcels(sums.get(line.account) ?? EMPTY_PARCEL, line.parcel));
  return sums;
}
