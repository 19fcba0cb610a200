import type { BathDeed } from '@north-step/core/estimate';
import {
  fillLines,
  freshParcel,
  isAlcohol,
  type LedgerLine,
  mgFromGrams,
  type Posting,
  parcelVolumeMl,
  portion,
  reversalOf,
  rotateLines,
  strengthPctWFromPctV,
  totalMg,
  transferLines,
} from '@north-step/core/solvent';
import { litresText, plainNumber } from '@north-step/core/units';
import { parcelOf, type VesselRow } from '../bench/index.ts';
import { sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import {
  gramsOf,
  liquidsBefore,
  massG,
  need,
  needLine,
  posted,
  refuseInRun,
  refuseWhileWashing,
  roomFor,
  roomInEmpty,
  taken,
  takesLiquid,
  volumeOf,
} from './shared.ts';

/** Fresh solvent from outside, or liquid moved from another vessel. */
export const fill: Handler<'solvent.fill'> = async ({ tx, context, command }) => {
  const found = await need(context, tx, command.vesselId, command);
  roomFor(found, command.volumeMl);
  await refuseInRun(tx, [command.fromVesselId], command.vesselId);
  if (command.fromVesselId === undefined) {
    const vessel = await takesLiquid(tx, found, command.solvent ?? found.solvent);
    const strength = isAlcohol(vessel.solvent) ? (command.strengthPct ?? 99) : 0;
    const weight = command.strengthBy === 'volume' ? strengthPctWFromPctV(strength, vessel.solvent) : strength;
    const parcel = freshParcel(command.volumeMl, weight, vessel.solvent);
    const what = isAlcohol(vessel.solvent) ? `${plainNumber(weight, 3)} % by weight` : vessel.solvent;
    const note = `${litresText(command.volumeMl)} bought, ${what}, into ${vessel.name}`;
    const deeds = [{ kind: 'fill' as const, bath: vessel.id, ...gramsOf(parcel) }];
    return posted(context, tx, command, {
      kind: 'fill',
      note,
      lines: fillLines(vessel.id, parcel),
      deeds,
      liquidsBefore: liquidsBefore([found, vessel]),
    });
  }
  const from = await need(context, tx, command.fromVesselId, command);
  if (from.id === found.id)
    throw new Refused({
      code: 'BAD_VALUE',
      message: 'A vessel cannot be filled from itself.',
      field: 'fromVesselId',
    });
  const vessel = await takesLiquid(tx, found, from.solvent);
  const amountMg = totalMg(taken(from, command.volumeMl));
  const kind = vessel.kind !== 'bath' ? 'transfer' : volumeOf(found) < 1 ? 'fill' : 'top up';
  const note = `${litresText(command.volumeMl)} from ${from.name} into ${vessel.name}`;
  return posted(context, tx, command, {
    kind,
    note,
    lines: transferLines(from.id, vessel.id, parcelOf(from), amountMg),
    deeds: [{ kind: 'transfer', from: from.id, to: vessel.id, massG: Number(amountMg) / 1000 }],
    liquidsBefore: liquidsBefore([found, vessel]),
  });
};

/** Each bath of a line becomes the one before it, fresh comes into the last, the first goes to the line's drum. */
export const rotate: Handler<'solvent.rotate'> = async ({ tx, context, command }) => {
  await refuseWhileWashing(tx);
  const line = await needLine(
    context,
    tx,
    command,
    ({ baths }) => baths.length > 1,
    'No line has two baths to rotate: empty and fill the one there is.',
  );
  const { baths } = line;
  if (baths.length < 2)
    throw new Refused({
      code: 'NO_VESSEL',
      message: `${line.name} has one bath: there is nothing to rotate.`,
      remedy: 'Empty it and fill it anew.',
      field: 'lineId',
    });
  const [first, last] = [baths[0]!, baths.at(-1)!];
  const drum = await line.own('drum');
  const from = await need(context, tx, command.fromVesselId, command);
  if (from.kind === 'bath' || from.role === 'drum') {
    throw new Refused({
      code: 'BAD_VALUE',
      message: `${from.name} is not fresh solvent.`,
      remedy: 'Choose the fresh can or the reclaimed bottle.',
      field: 'fromVesselId',
    });
  }
  const firstMl = volumeOf(first);
  roomFor(drum, firstMl);
  const comes = baths.map((bath, i) => [bath, baths[i + 1]?.solvent ?? from.solvent] as const);
  const renamed: [VesselRow, VesselRow][] = [[drum, firstMl >= 1 ? await takesLiquid(tx, drum, first.solvent) : drum]];
  for (const [bath, solvent] of comes) renamed.push([bath, await takesLiquid(tx, bath, solvent, true)]);
  if (command.freshMl > last.capacity_ml) roomInEmpty(last, command.freshMl);
  const fresh = taken(from, command.freshMl);
  const lines = rotateLines({
    baths: baths.map((bath) => ({ id: bath.id, held: parcelOf(bath) })),
    drum: drum.id,
    fresh,
    freshFrom: from.id,
  });
  const became = baths.slice(1).map((bath, i) => `${bath.name} became ${baths[i]!.name}`);
  const note = `${became.join(', ')}; ${litresText(command.freshMl)} from ${from.name}; ${litresText(firstMl)} to ${drum.name}`;
  const deeds: BathDeed[] = [
    { kind: 'rotate', first: first.id, second: baths[1]!.id, drum: drum.id, solventG: 0, waterG: 0, resinG: 0 },
    ...baths.slice(2).map((bath, i): BathDeed => ({ kind: 'empty', bath: bath.id, to: baths[i + 1]!.id })),
    { kind: 'transfer', from: from.id, to: last.id, massG: massG(fresh) },
  ];
  return posted(context, tx, command, { kind: 'rotate', note, lines, deeds, liquidsBefore: liquidsBefore(...renamed) });
};

/** Several vessels into one, each weighed: one posting, so that it can be taken back whole. */
export const blendInto: Handler<'solvent.blend'> = async ({ tx, context, command }) => {
  let into = await need(context, tx, command.intoVesselId, command);
  await refuseInRun(tx, [into.id]);
  const found = into;
  const lines: LedgerLine[] = [];
  const deeds: BathDeed[] = [];
  const words: string[] = [];
  let addsMl = 0;
  for (const { fromVesselId, grams } of command.pours) {
    const from = await need(context, tx, fromVesselId, command);
    await refuseInRun(tx, [from.id]);
    if (from.id === into.id || deeds.some((deed) => deed.kind === 'transfer' && deed.from === from.id))
      throw new Refused({ code: 'BAD_VALUE', message: `${from.name} is named twice.`, field: 'pours' });
    into = await takesLiquid(tx, into, from.solvent);
    const held = parcelOf(from);
    const parcel = portion(held, mgFromGrams(grams));
    const heldG = massG(held);
    if (grams > heldG * 1.001)
      throw new Refused({
        code: 'VESSEL_OVERDRAWN',
        message: `${from.name} holds ${plainNumber(heldG, 4)} g on the book; ${plainNumber(grams, 4)} g were poured.`,
        remedy: 'Count it first.',
        field: 'pours',
      });
    addsMl += parcelVolumeMl(parcel, from.solvent);
    lines.push(...transferLines(from.id, into.id, held, totalMg(parcel)));
    deeds.push({ kind: 'transfer', from: from.id, to: into.id, massG: massG(parcel) });
    words.push(`${plainNumber(grams, 4)} g from ${from.name}`);
  }
  roomFor(found, addsMl);
  return posted(context, tx, command, {
    kind: 'blend',
    note: `${words.join(' and ')} into ${into.name}`,
    lines,
    deeds,
    liquidsBefore: liquidsBefore([found, into]),
  });
};

/** Takes a posting back with its mirror image. */
export const reverse: Handler<'solvent.reverse'> = async ({ tx, context, command }) => {
  const posting = await tx.maybeOne<{
    id: string;
    kind: string;
    note: string;
    reverses: string | null;
    batch_id: string | null;
    liquids_before: Readonly<Record<string, string>> | null;
    marks_before: Readonly<Record<string, number>> | null;
    run_id: string | null;
  }>(
    sql`SELECT id, kind, note, reverses, batch_id, liquids_before, marks_before, run_id FROM ledger_posting WHERE id = ${command.postingId}`,
  );
  if (!posting) throw unknown('movement', command.postingId);
  if (posting.batch_id)
    throw new Refused({
      code: 'BELONGS_TO_BATCH',
      message: 'That movement belongs to a wash; it stays as it happened.',
      remedy: 'Count the bath instead.',
    });
  if (posting.run_id)
    throw new Refused({
      code: 'IN_A_RUN',
      message: 'That movement belongs to a reclaim run; it stays as it happened.',
      remedy: 'Give the run up, or count the vessel.',
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
  // the vessel is called after the liquid that it held before
  for (const [vesselId, solvent] of Object.entries(posting.liquids_before ?? {}))
    await tx.many(sql`UPDATE vessel SET solvent = ${solvent} WHERE id = ${vesselId}`);
  for (const [vesselId, share] of Object.entries(posting.marks_before ?? {}))
    await tx.many(sql`UPDATE vessel SET reclaimed_share = ${share} WHERE id = ${vesselId}`);
  return posted(context, tx, command, {
    kind: 'reversal',
    note: `took back: ${posting.note}`,
    lines: reversal.value.lines,
    reverses: posting.id,
  });
};
