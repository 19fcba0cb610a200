import type { FillCommand, PostingReply, ReclaimCommand, ReverseCommand, RotateCommand } from '@north-step/contract';
import { hardenFilterPasses } from '@north-step/core/reclaim';
import {
  fillLines,
  freshParcel,
  type LedgerLine,
  loadPctW,
  type Parcel,
  type Posting,
  parcelVolumeMl,
  portion,
  reclaimLines,
  reversalOf,
  rotateLines,
  strengthPctWFromPctV,
  totalMg,
  transferLines,
} from '@north-step/core/solvent';
import { plainNumber } from '@north-step/core/units';
import type { Static } from 'typebox';
import { parcelOf, type VesselRow, vesselById, vesselByRole } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { runCommand } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { book } from './posting.ts';

const TOPICS = ['solvent', 'bench'];
const DEFAULT_PERSON = 'workshop';

const litres = (ml: number): string => `${plainNumber(ml / 1000, 3)} L`;
async function need(tx: Queryable, id: string): Promise<VesselRow> {
  const row = await vesselById(tx, id);
  if (!row) throw unknown('vessel', id);
  return row;
}
async function needRole(tx: Queryable, role: string, name: string): Promise<VesselRow> {
  const row = await vesselByRole(tx, role);
  if (!row) throw new Refused({ code: 'NO_VESSEL', message: `No vessel is set as the ${name}.` });
  return row;
}

function roomFor(row: VesselRow, addedMl: number): void {
  const heldMl = parcelVolumeMl(parcelOf(row));
  if (heldMl + addedMl > row.capacity_ml * 1.001) {
    const message = `${row.name} holds ${litres(heldMl)} of ${litres(row.capacity_ml)}; ${litres(addedMl)} more does not fit.`;
    throw new Refused({
      code: 'OVER_CAPACITY',
      message,
      remedy: `Add at most ${litres(Math.max(0, row.capacity_ml - heldMl))}.`,
      field: 'volumeMl',
    });
  }
}

/** A part of a vessel by volume; refused when it holds less. */
function taken(row: VesselRow, volumeMl: number): Parcel {
  const held = parcelOf(row);
  const heldMl = parcelVolumeMl(held);
  if (volumeMl > heldMl * 1.001) {
    const message = `${row.name} holds only ${litres(heldMl)}; ${litres(volumeMl)} was asked for.`;
    throw new Refused({
      code: 'VESSEL_OVERDRAWN',
      message,
      remedy: heldMl > 0 ? `Take at most ${litres(heldMl)}, or count it first.` : 'Fill it first.',
    });
  }
  const share = Math.min(1, volumeMl / heldMl);
  return portion(held, BigInt(Math.round(Number(totalMg(held)) * share)));
}

/** Fresh solvent from outside, or liquid moved from another vessel. */
export function fill(context: Context, command: Static<typeof FillCommand>): Promise<PostingReply> {
  return runCommand(context, { commandId: command.commandId, kind: 'solvent.fill' }, async (tx) => {
    const vessel = await need(tx, command.vesselId);
    roomFor(vessel, command.volumeMl);
    if (command.fromVesselId === undefined) {
      const strength = command.strengthPct ?? 99;
      const weight = command.strengthBy === 'volume' ? strengthPctWFromPctV(strength) : strength;
      const parcel = freshParcel(command.volumeMl, weight);
      const note = `${litres(command.volumeMl)} bought, ${plainNumber(weight, 3)} % by weight, into ${vessel.name}`;
      return posted(context, tx, command, { kind: 'fill', note, lines: fillLines(vessel.id, parcel) });
    }
    const from = await need(tx, command.fromVesselId);
    if (from.id === vessel.id)
      throw new Refused({
        code: 'BAD_VALUE',
        message: 'A vessel cannot be filled from itself.',
        field: 'fromVesselId',
      });
    const amountMg = totalMg(taken(from, command.volumeMl));
    const note = `${litres(command.volumeMl)} from ${from.name} into ${vessel.name}`;
    return posted(context, tx, command, {
      kind: 'top up',
      note,
      lines: transferLines(from.id, vessel.id, parcelOf(from), amountMg),
    });
  });
}

/** Second becomes first, fresh into the second, first to the drum. */
export function rotate(context: Context, command: Static<typeof RotateCommand>): Promise<PostingReply> {
  return runCommand(context, { commandId: command.commandId, kind: 'solvent.rotate' }, async (tx) => {
    const [first, second, drum, from] = await Promise.all([
      needRole(tx, 'first', 'first bath'),
      needRole(tx, 'clean', 'clean bath'),
      needRole(tx, 'drum', 'dirty drum'),
      need(tx, command.fromVesselId),
    ]);
    if (from.role === 'first' || from.role === 'clean' || from.role === 'drum') {
      throw new Refused({
        code: 'BAD_VALUE',
        message: `${from.name} is not fresh solvent.`,
        remedy: 'Choose the fresh can or the reclaimed bottle.',
        field: 'fromVesselId',
      });
    }
    await refuseWhileWashing(tx);
    const firstMl = parcelVolumeMl(parcelOf(first));
    roomFor(drum, firstMl);
    if (command.freshMl > second.capacity_ml)
      roomFor({ ...second, solvent_mg: 0n, water_mg: 0n, resin_mg: 0n }, command.freshMl);
    const lines = rotateLines({
      first: first.id,
      second: second.id,
      drum: drum.id,
      firstHeld: parcelOf(first),
      secondHeld: parcelOf(second),
      fresh: taken(from, command.freshMl),
      freshFrom: from.id,
    });
    const note = `${second.name} became ${first.name}; ${litres(command.freshMl)} from ${from.name}; ${litres(firstMl)} to ${drum.name}`;
    return posted(context, tx, command, { kind: 'rotate', note, lines });
  });
}

async function refuseWhileWashing(tx: Queryable): Promise<void> {
  const busy = await tx.maybeOne<{ name: string }>(sql`
    SELECT name FROM batch WHERE sealed_at IS NULL
       AND jsonb_path_exists(state, '$.steps[*] ? (@.kind == "wash" && @.state == "running")') LIMIT 1`);
  if (busy)
    throw new Refused({ code: 'BATH_IN_USE', message: `${busy.name} is in a bath now.`, remedy: 'Lift it out first.' });
}

/** One run: drum, hardened in light and filtered, to the reclaimed bottle. */
export function reclaim(context: Context, command: Static<typeof ReclaimCommand>): Promise<PostingReply> {
  return runCommand(context, { commandId: command.commandId, kind: 'solvent.reclaim' }, async (tx) => {
    const [drum, bottle] = await Promise.all([
      needRole(tx, 'drum', 'dirty drum'),
      needRole(tx, 'reclaimed', 'reclaimed bottle'),
    ]);
    const parcel = taken(drum, command.amountMl);
    const load = loadPctW(parcel);
    const { passes } = hardenFilterPasses(Number(totalMg(parcel)) / 1000, load, { passes: command.passes });
    const result = passes.at(-1)!;
    const modelMl = command.amountMl * result.yield;
    if (command.backMl !== undefined && command.backMl > command.amountMl) {
      throw new Refused({
        code: 'BAD_VALUE',
        message: `${litres(command.backMl)} cannot come back from ${litres(command.amountMl)}.`,
        field: 'backMl',
      });
    }
    const yieldShare = command.backMl === undefined ? result.yield : command.backMl / command.amountMl;
    roomFor(bottle, command.backMl ?? modelMl);
    const { lines } = reclaimLines({
      drum: drum.id,
      bottle: bottle.id,
      taken: parcel,
      yieldShare,
      outLoadPctW: Math.min(load, result.loadPctW),
    });
    const how = command.backMl === undefined ? 'by the model' : 'measured';
    const note = `${litres(command.amountMl)} at ${plainNumber(load)} %, ${command.passes} pass${command.passes > 1 ? 'es' : ''}: ${plainNumber(yieldShare * 100)} % back (${how}) at ${plainNumber(result.loadPctW)} %`;
    const outcome = await posted(context, tx, command, { kind: 'reclaim', note, lines });
    return { ...outcome, reply: { ...outcome.reply, yieldShare, outLoadPctW: result.loadPctW } };
  });
}

/** Takes a posting back with its mirror image. */
export function reverse(context: Context, command: Static<typeof ReverseCommand>): Promise<PostingReply> {
  return runCommand(context, { commandId: command.commandId, kind: 'solvent.reverse' }, async (tx) => {
    const posting = await tx.maybeOne<{
      id: string;
      kind: string;
      note: string;
      reverses: string | null;
      batch_id: string | null;
    }>(sql`SELECT id, kind, note, reverses, batch_id FROM ledger_posting WHERE id = ${command.postingId}`);
    if (!posting) throw unknown('movement', command.postingId);
    if (posting.batch_id)
      throw new Refused({
        code: 'BELONGS_TO_BATCH',
        message: 'That movement belongs to a wash; it stays as it happened.',
        remedy: 'Count the bath instead.',
      });
    const again = await tx.maybeOne(sql`SELECT 1 AS one FROM ledger_posting WHERE reverses = ${posting.id}`);
    const rows = await tx.many<{ account: string; solvent_mg: bigint; water_mg: bigint; resin_mg: bigint }>(
      sql`SELECT account, solvent_mg, water_mg, resin_mg FROM ledger_line WHERE posting_id = ${posting.id}`,
    );
    const original: Posting = {
      id: posting.id,
      reverses: posting.reverses ?? undefined,
      lines: rows.map((row) => ({ account: row.account, parcel: [row.solvent_mg, row.water_mg, row.resin_mg] })),
    };
    const reversal = reversalOf(original, context.newId(), new Set(again ? [posting.id] : []));
    if (!reversal.ok) {
      const twice = reversal.refusal.code === 'ALREADY_REVERSED';
      throw new Refused({
        code: reversal.refusal.code,
        message: twice ? 'That movement was already taken back.' : 'A movement that takes another back is final.',
        remedy: 'Book it anew instead.',
      });
    }
    return posted(context, tx, command, {
      kind: 'reversal',
      note: `took back: ${posting.note}`,
      lines: reversal.value.lines,
      reverses: posting.id,
    });
  });
}

type NewPosting = {
  readonly kind: string;
  readonly note: string;
  readonly lines: readonly LedgerLine[];
  readonly reverses?: string;
};
async function posted(
  context: Context,
  tx: Queryable,
  command: { commandId: string; by?: string },
  posting: NewPosting,
) {
  const id = context.newId();
  await book(tx, {
    ...posting,
    id,
    atMs: context.nowMs(),
    by: command.by ?? DEFAULT_PERSON,
    commandId: command.commandId,
  });
  return { reply: { postingId: id }, topics: TOPICS };
}
