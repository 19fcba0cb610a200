import type { ReadReply } from '@north-step/contract';
import { interpretReading, type RawReading, readingBreach } from '@north-step/core/reading';
import { strengthPctW } from '@north-step/core/solvent';
import { parcelOf, type VesselRow } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler, Said } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { need, volumeOf } from './shared.ts';

const FUTURE_SLACK_MS = 60_000;

type More = {
  readonly atMs?: number | undefined;
  readonly note?: string | undefined;
  readonly postingId?: string | undefined;
};

/** What a reading says of the liquid in a vessel, by the strength that the book knows. */
export function readOf(vessel: VesselRow, raw: RawReading): ReturnType<typeof interpretReading> {
  const strength = strengthPctW(parcelOf(vessel));
  return interpretReading(raw, {
    solvent: vessel.solvent,
    strengthPctW: Number.isNaN(strength) ? undefined : strength,
  });
}

/** Stores a reading that can be true. @throws Refused naming the field, with nothing stored */
export async function writeReading(
  context: Context,
  tx: Queryable,
  command: Said,
  vessel: VesselRow,
  raw: RawReading,
  more: More = {},
): Promise<ReadReply> {
  const breach = readingBreach(raw, vessel.solvent);
  if (breach) throw new Refused(breach);
  const said = readOf(vessel, raw);
  const readingId = context.newId();
  const [loadPctW, sdPctW] = said.ok ? [said.value.loadPctW, said.value.sdPctW] : [null, null];
  await tx.many(sql`
    INSERT INTO reading (id, vessel_id, at, by, raw, load_pct, sd_pct, note, posting_id, command_id)
    VALUES (${readingId}, ${vessel.id}, ${new Date(more.atMs ?? context.nowMs())}, ${command.by}, ${JSON.stringify(raw)},
            ${loadPctW}, ${sdPctW}, ${more.note ?? ''}, ${more.postingId ?? null}, ${command.commandId})`);
  return { readingId, loadPctW, sdPctW };
}

/** Movements after which another liquid is in a vessel than before. */
export const NEW_FILLING: readonly string[] = ['fill', 'rotate', 'refill', 'empty'];

/** When the liquid that is in a vessel now came into it. */
export async function lastFill(db: Queryable, vesselId: string): Promise<number | undefined> {
  const row = await db.maybeOne<{ at: Date }>(sql`
    SELECT p.at FROM ledger_posting p JOIN ledger_line l ON l.posting_id = p.id
     WHERE l.account = ${vesselId} AND p.reverses IS NULL AND p.kind = ANY(${[...NEW_FILLING]}::text[])
       AND NOT EXISTS (SELECT 1 FROM ledger_posting r WHERE r.reverses = p.id)
     ORDER BY p.at DESC LIMIT 1`);
  return row?.at.getTime();
}

/** A reading of a bath: refused in the future, before the last fill, or outside physics. */
export const takeReading: Handler<'reading.take'> = async ({ tx, context, command }) => {
  const vessel = await need(context, tx, command.vesselId, command);
  const atMs = command.takenAtMs ?? context.nowMs();
  if (atMs > context.nowMs() + FUTURE_SLACK_MS)
    throw new Refused({
      code: 'IN_THE_FUTURE',
      message: 'A reading cannot be taken in the future.',
      remedy: 'Check the date and the hour.',
      field: 'takenAtMs',
    });
  if (volumeOf(vessel) < 1)
    throw new Refused({
      code: 'VESSEL_EMPTY',
      message: `${vessel.name} is empty on the book.`,
      remedy: 'Book its filling first, or count it.',
      field: 'vesselId',
    });
  const filledMs = await lastFill(tx, vessel.id);
  if (filledMs !== undefined && atMs < filledMs)
    throw new Refused({
      code: 'BEFORE_LAST_FILL',
      message: `${vessel.name} was filled after that: a reading of the old liquid says nothing of this one.`,
      remedy: 'Give the hour at which the sample was taken.',
      field: 'takenAtMs',
    });
  const reply = await writeReading(context, tx, command, vessel, command.reading, { atMs, note: command.note });
  return { reply, topics: ['solvent', 'bench'] };
};

/** Trust or discard a reading that disagrees with the book. A discarded one stays in the list, struck out. */
export const judgeReading: Handler<'reading.verdict'> = async ({ tx, context, params: { readingId }, command }) => {
  const reading = await tx.maybeOne(sql`SELECT 1 AS one FROM reading WHERE id = ${readingId}`);
  if (!reading) throw unknown('reading', readingId);
  await tx.many(sql`
    INSERT INTO reading_verdict (reading_id, verdict, at, by, command_id)
    VALUES (${readingId}, ${command.verdict}, ${new Date(context.nowMs())}, ${command.by}, ${command.commandId})`);
  return { reply: { postingId: readingId }, topics: ['solvent', 'bench'] };
};
