import type { Topic } from '@north-step/contract';
import { linesOf, type VesselLine, type VesselRole } from '@north-step/core/bench';
import type { BathDeed } from '@north-step/core/estimate';
import {
  idleLoss,
  type LedgerLine,
  leastMg,
  mgFromGrams,
  type Parcel,
  parcelVolumeMl,
  portion,
  totalMg,
} from '@north-step/core/solvent';
import { litresText, plainNumber } from '@north-step/core/units';
import type { Solvent } from '@north-step/core/wash';
import { allVessels, benchSetting, parcelOf, toVessel, type VesselRow, vesselById } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Said } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { book } from './posting.ts';

const TOPICS: readonly Topic[] = ['solvent', 'bench'];
/** Less than this is as good as empty. */
const EMPTY_ML = 1;
/** Smaller losses wait until they are worth a line in the book. */
const LEAST_LOSS_G = 0.5;
const HOUR_MS = 3_600_000;

export const volumeOf = (row: VesselRow): number => parcelVolumeMl(parcelOf(row), row.solvent);
export const gramsOf = (parcel: Parcel) => ({
  solventG: Number(parcel[0]) / 1000,
  waterG: Number(parcel[1]) / 1000,
  resinG: Number(parcel[2]) / 1000,
});
export const massG = (parcel: Parcel): number => Number(totalMg(parcel)) / 1000;

/** A vessel by id, its idle evaporation booked up to now. @throws UNKNOWN_ID */
export async function need(context: Context, tx: Queryable, id: string, command: Said): Promise<VesselRow> {
  const row = await vesselById(tx, id);
  if (!row) throw unknown('vessel', id);
  return settleLoss(context, tx, row, command);
}

/** The vessels of a line, each with its idle evaporation booked up to now. */
export type LineNow = {
  readonly name: string;
  /** the dirtiest first */
  readonly baths: readonly VesselRow[];
  /** @throws NO_VESSEL naming what the line has not */
  readonly own: (role: VesselRole) => Promise<VesselRow>;
};
const ROLE_NAMES: Readonly<Record<VesselRole, string>> = {
  fresh: 'fresh can',
  drum: 'dirty drum',
  reclaimed: 'reclaimed bottle',
};

/**
 * A line of baths by id; without one, the first that serves.
 * @param serves which line is meant where none is named
 * @throws UNKNOWN_ID, or NO_VESSEL where no line serves
 */
export async function needLine(
  context: Context,
  tx: Queryable,
  command: Said & { readonly lineId?: string | undefined },
  serves: (line: VesselLine<ReturnType<typeof toVessel>>) => boolean,
  otherwise: string,
): Promise<LineNow> {
  const lines = linesOf((await allVessels(tx)).map(toVessel));
  const { lineId } = command;
  const line = lineId === undefined ? lines.find(serves) : lines.find(({ id }) => id === lineId);
  if (!line && lineId !== undefined) throw unknown('line', lineId);
  if (!line) throw new Refused({ code: 'NO_VESSEL', message: otherwise });
  const baths: VesselRow[] = [];
  for (const { id } of line.baths) baths.push(await need(context, tx, id, command));
  const own = async (role: VesselRole) => {
    const vessel = line[role];
    if (!vessel) throw new Refused({ code: 'NO_VESSEL', message: `The line ${line.name} has no ${ROLE_NAMES[role]}.` });
    return need(context, tx, vessel.id, command);
  };
  return { name: line.name, baths, own };
}

/**
 * Books what a vessel lost to the air since the last time, by its lid and the hours. Small losses wait.
 * @param untilMs default now
 * @returns the vessel as it is after
 */
export async function settleLoss(
  context: Context,
  tx: Queryable,
  row: VesselRow,
  command: Said,
  untilMs = context.nowMs(),
): Promise<VesselRow> {
  const from = row.evaporated_to?.getTime();
  if (from === undefined || volumeOf(row) < EMPTY_ML) {
    await markSettled(tx, row.id, untilMs);
    return { ...row, evaporated_to: new Date(untilMs) };
  }
  if (untilMs <= from) return row;
  const { roomC, humidityPct } = await benchSetting(tx);
  const held = parcelOf(row);
  const loss = idleLoss(
    {
      held: { solventG: Number(held[0]) / 1000, waterG: Number(held[1]) / 1000 },
      surfaceM2: row.surface_m2,
      solvent: row.solvent,
      lid: row.lid,
    },
    { tempC: roomC, humidityPct },
    (untilMs - from) / HOUR_MS,
  );
  if (Math.abs(loss.alcoholG) + Math.abs(loss.waterG) < LEAST_LOSS_G) return row;
  const lost: Parcel = [leastMg(mgFromGrams(loss.alcoholG), held[0]), leastMg(mgFromGrams(loss.waterG), held[1]), 0n];
  const note = `${row.name}, lid ${row.lid}, ${plainNumber((untilMs - from) / HOUR_MS, 3)} h`;
  await book(tx, {
    id: context.newId(),
    atMs: untilMs,
    kind: 'evaporate',
    note,
    by: command.by,
    commandId: command.commandId,
    lines: [
      { account: row.id, parcel: [-lost[0], -lost[1], 0n] },
      { account: 'evaporated', parcel: lost },
    ],
    deeds: [{ kind: 'evaporate', bath: row.id, solventG: Number(lost[0]) / 1000, waterG: Number(lost[1]) / 1000 }],
  });
  await markSettled(tx, row.id, untilMs);
  return { ...row, evaporated_to: new Date(untilMs), solvent_mg: held[0] - lost[0], water_mg: held[1] - lost[1] };
}

export const markSettled = (tx: Queryable, vesselId: string, atMs: number) =>
  tx.many(sql`UPDATE vessel SET evaporated_to = ${new Date(atMs)} WHERE id = ${vesselId}`);

export function roomFor(row: VesselRow, addedMl: number): void {
  const heldMl = volumeOf(row);
  if (heldMl + addedMl > row.capacity_ml * 1.001) {
    const message = `${row.name} holds ${litresText(heldMl)} of ${litresText(row.capacity_ml)}; ${litresText(addedMl)} more does not fit.`;
    throw new Refused({
      code: 'OVER_CAPACITY',
      message,
      remedy: `Add at most ${litresText(Math.max(0, row.capacity_ml - heldMl))}.`,
      field: 'volumeMl',
    });
  }
}

/** The same room check for a vessel that is emptied first. */
export const roomInEmpty = (row: VesselRow, addedMl: number): void =>
  roomFor({ ...row, solvent_mg: 0n, water_mg: 0n, resin_mg: 0n }, addedMl);

/** A part of a vessel by volume; refused when it holds less. */
export function taken(row: VesselRow, volumeMl: number): Parcel {
  const held = parcelOf(row);
  const heldMl = volumeOf(row);
  if (volumeMl > heldMl * 1.001) {
    const message = `${row.name} holds only ${litresText(heldMl)}; ${litresText(volumeMl)} was asked for.`;
    throw new Refused({
      code: 'VESSEL_OVERDRAWN',
      message,
      remedy: heldMl > 0 ? `Take at most ${litresText(heldMl)}, or count it first.` : 'Fill it first.',
      field: 'volumeMl',
    });
  }
  const share = Math.min(1, volumeMl / heldMl);
  return portion(held, BigInt(Math.round(Number(totalMg(held)) * share)));
}

/** Liquids are never mixed: an empty vessel takes on what comes, another must already hold the same. */
export async function takesLiquid(
  tx: Queryable,
  row: VesselRow,
  solvent: Solvent,
  willBeEmpty = false,
): Promise<VesselRow> {
  if (row.solvent === solvent) return row;
  if (!willBeEmpty && volumeOf(row) >= EMPTY_ML) {
    throw new Refused({
      code: 'WRONG_SOLVENT',
      message: `${row.name} holds ${row.solvent}; ${solvent} does not go into it.`,
      remedy: 'Empty it first, or choose another vessel.',
      field: 'vesselId',
    });
  }
  await tx.many(sql`UPDATE vessel SET solvent = ${solvent} WHERE id = ${row.id}`);
  return { ...row, solvent };
}

/** Which vessels have taken on another liquid, and what they held before. */
export function liquidsBefore(...pairs: readonly (readonly [before: VesselRow, after: VesselRow])[]) {
  const changed = pairs.filter(([before, after]) => before.solvent !== after.solvent);
  return changed.length === 0 ? undefined : Object.fromEntries(changed.map(([before]) => [before.id, before.solvent]));
}

/** What stands in a reclaim run is moved by the run alone. */
export async function refuseInRun(
  tx: Queryable,
  vesselIds: readonly (string | undefined)[],
  /** what is poured into: a pan that dries takes what comes */
  intoId?: string,
): Promise<void> {
  const ids = vesselIds.filter((id) => id !== undefined);
  const run = await tx.maybeOne<{ name: string; vessel: string }>(sql`
    SELECT name, state->'inside'->>'name' AS vessel FROM reclaim_run
     WHERE ended_at IS NULL AND (state->'inside'->>'id' = ANY(${ids}::text[])
        OR (state->'inside'->>'id' = ${intoId ?? ''} AND state->>'kind' NOT IN ('pan', 'evaporate'))) LIMIT 1`);
  if (run)
    throw new Refused({
      code: 'IN_A_RUN',
      message: `${run.vessel} stands in ${run.name}.`,
      remedy: 'Go on with the run, or give it up first.',
      field: 'vesselId',
    });
}

export async function refuseWhileWashing(tx: Queryable): Promise<void> {
  const busy = await tx.maybeOne<{ name: string }>(sql`
    SELECT name FROM batch WHERE sealed_at IS NULL
       AND jsonb_path_exists(state, '$.steps[*] ? ((@.kind == "wash" || @.kind == "rinse") && @.state == "running")') LIMIT 1`);
  if (busy)
    throw new Refused({ code: 'BATH_IN_USE', message: `${busy.name} is in a bath now.`, remedy: 'Lift it out first.' });
}

export type NewPosting = {
  readonly kind: string;
  readonly note: string;
  readonly lines: readonly LedgerLine[];
  readonly deeds?: readonly BathDeed[];
  readonly reverses?: string;
  readonly liquidsBefore?: Readonly<Record<string, string>> | undefined;
  readonly runId?: string;
};
/** Books a posting for a command. @returns the command's outcome, with the posting's id */
export async function posted(context: Context, tx: Queryable, command: Said, posting: NewPosting) {
  const id = context.newId();
  await book(tx, {
    ...posting,
    id,
    atMs: context.nowMs(),
    by: command.by,
    commandId: command.commandId,
  });
  return { reply: { postingId: id }, topics: TOPICS };
}
