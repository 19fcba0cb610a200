import type { BathDeed } from '@north-step/core/estimate';
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
  readonly reverses?: string;
  readonly lines: readonly LedgerLine[];
  /** by vessel, the liquid it was named for before, where this names it anew */
  readonly liquidsBefore?: Readonly<Record<string, string>>;
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
  await tx.many(sql`
    INSERT INTO ledger_posting (id, at, kind, note, by, batch_id, reverses, command_id, deeds, liquids_before)
    VALUES (${booking.id}, ${new Date(booking.atMs)}, ${booking.kind}, ${booking.note}, ${booking.by},
            ${booking.batchId ?? null}, ${booking.reverses ?? null}, ${booking.commandId},
            ${booking.deeds ? JSON.stringify(booking.deeds) : null}, ${booking.liquidsBefore ? JSON.stringify(booking.liquidsBefore) : null})`);
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

function merged(lines: readonly LedgerLine[]): ReadonlyMap<string, Parcel> {
  const sums = new Map<string, Parcel>();
  for (const line of lines) sums.set(line.account, addParcels(sums.get(line.account) ?? EMPTY_PARCEL, line.parcel));
  return sums;
}
