import type { BathDeed } from '@north-step/core/estimate';
import { type LedgerLine, negate, totalMg, transferLines } from '@north-step/core/solvent';
import { litresText } from '@north-step/core/units';
import { parcelOf, type VesselRow } from '../bench/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import {
  liquidsBefore,
  massG,
  need,
  posted,
  refuseInRun,
  refuseWhileWashing,
  roomFor,
  roomInEmpty,
  taken,
  takesLiquid,
  volumeOf,
} from './shared.ts';

/** Out of a vessel for good: spilled, or handed to a treatment works. */
export const discard: Handler<'solvent.discard'> = async ({ tx, context, command }) => {
  const vessel = await need(context, tx, command.vesselId, command);
  await refuseInRun(tx, [vessel.id]);
  const parcel = taken(vessel, command.volumeMl);
  const kind = command.to === 'spilled' ? 'spill' : 'dispose';
  const why = command.note ? `: ${command.note}` : '';
  return posted(context, tx, command, {
    kind,
    note: `${litresText(command.volumeMl)} from ${vessel.name} ${command.to}${why}`,
    lines: transferLines(vessel.id, command.to, parcelOf(vessel), totalMg(parcel)),
    deeds: [{ kind: 'remove', bath: vessel.id, massG: massG(parcel) }],
  });
};

/** Everything out of a bath, then fresh in: one posting, so that it can be taken back whole. */
export const refill: Handler<'solvent.refill'> = async ({ tx, context, command }) => {
  await refuseWhileWashing(tx);
  await refuseInRun(tx, [command.vesselId, command.fromVesselId], command.toVesselId);
  const bath = await need(context, tx, command.vesselId, command);
  const outMl = volumeOf(bath);
  const drum = command.toVesselId === undefined ? undefined : await need(context, tx, command.toVesselId, command);
  const from = command.fromVesselId === undefined ? undefined : await need(context, tx, command.fromVesselId, command);
  for (const other of [drum, from])
    if (other?.id === bath.id)
      throw new Refused({
        code: 'BAD_VALUE',
        message: `${bath.name} cannot be poured into itself.`,
        field: 'vesselId',
      });
  if (outMl < 1 && !from)
    throw new Refused({ code: 'VESSEL_OVERDRAWN', message: `${bath.name} is empty already.`, field: 'vesselId' });
  const renamed: [VesselRow, VesselRow][] = [];
  if (drum && outMl >= 1) {
    roomFor(drum, outMl);
    renamed.push([drum, await takesLiquid(tx, drum, bath.solvent)]);
  }
  const lines: LedgerLine[] = [];
  const deeds: BathDeed[] = [];
  if (outMl >= 1) {
    const held = parcelOf(bath);
    lines.push({ account: bath.id, parcel: negate(held) }, { account: drum?.id ?? 'disposed', parcel: held });
    deeds.push({ kind: 'empty', bath: bath.id, ...(drum ? { to: drum.id } : {}) });
  }
  if (from) {
    const volumeMl = command.volumeMl ?? Math.min(volumeOf(from), bath.capacity_ml * 0.92);
    if (volumeMl < 1)
      throw new Refused({
        code: 'VESSEL_OVERDRAWN',
        message: `${from.name} is empty.`,
        remedy: 'Fill it first.',
        field: 'fromVesselId',
      });
    roomInEmpty(bath, volumeMl);
    const parcel = taken(from, volumeMl);
    renamed.push([bath, await takesLiquid(tx, bath, from.solvent, true)]);
    lines.push(...transferLines(from.id, bath.id, parcelOf(from), totalMg(parcel)));
    deeds.push({ kind: 'transfer', from: from.id, to: bath.id, massG: massG(parcel) });
  }
  const where = drum ? `to ${drum.name}` : 'disposed';
  const note = [
    outMl >= 1 ? `${bath.name}: ${litresText(outMl)} ${where}` : bath.name,
    from ? `refilled from ${from.name}` : 'left empty',
  ].join('; ');
  return posted(context, tx, command, {
    kind: from ? 'refill' : 'empty',
    note,
    lines,
    deeds,
    liquidsBefore: liquidsBefore(...renamed),
  });
};
