import type { Topic } from '@north-step/contract';
import { decideRenamedPlace, decideRetiredPlace } from '@north-step/core/decide';
import { UNSAID_SKY } from '@north-step/core/light';
import { benchThing, TYPICAL_LAMPS } from '@north-step/core/setUp';
import { litresText } from '@north-step/core/units';
import { openHeld, record } from '../batches/index.ts';
import { benchNow, type Sky, toVessel, vesselById } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler, Work } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { putLamp, putStation, putVessel } from '../setUp.ts';
import { called, needStation, refuseNameTaken, type StationRow, told } from './keep.ts';
import { appendToLine } from './lines.ts';
import { DREGS_MG } from './view.ts';

/** Puts something new on the bench, empty, behind what stands there. */
export const addStation: Handler<'layout.add'> = async (work) => {
  const { tx, body } = work;
  const name = called(body.name);
  await refuseNameTaken(tx, name);
  await addThing(work, { ...body, name });
  return told(work, { what: 'added', name, thing: body.thing });
};

type NewThing = Work<'layout.add'>['body'];
async function addThing({ tx, context }: Pick<Work, 'tx' | 'context'>, asked: NewThing): Promise<void> {
  const { station, capacity, bath, lamp } = benchThing(asked.thing);
  const [stationId, vesselId] = [context.newId(), bath && context.newId()];
  const { place } = await tx.one<{ place: number }>(sql`
    SELECT greatest((SELECT max(place) FROM station), (SELECT max(place) FROM vessel), 0)::int + 1 AS place`);
  if (bath && vesselId) {
    const capacityMl = asked.capacityMl ?? bath.capacityMl;
    const solvent = asked.liquid ?? bath.liquid;
    const vessel = { ...bath, id: vesselId, name: asked.name, kind: 'bath' as const, solvent, capacityMl };
    await putVessel(tx, vessel, { lineId: null, inLine: null, place });
    if (asked.lineId !== undefined) await appendToLine(tx, asked.lineId, { id: vesselId, solvent });
  }
  await putStation(tx, { id: stationId, name: asked.name, kind: station, capacity, vesselId, note: '' }, place);
  if (lamp)
    await putLamp(tx, { stationId, lamp: TYPICAL_LAMPS[lamp], ...(lamp === 'sun' ? { sky: await skyHere(tx) } : {}) });
}

/** The sky is the same for every sill of a workshop. */
async function skyHere(tx: Queryable): Promise<Sky> {
  const row = await tx.maybeOne<{ sky: Sky }>(
    sql`SELECT lamp -> 'sky' AS sky FROM lamp WHERE lamp -> 'sky' IS NOT NULL LIMIT 1`,
  );
  return row?.sky ?? UNSAID_SKY;
}

/** Calls a station otherwise, or says more of it. What is to be done there takes on the new name; what is done keeps the old. */
export const changeStation: Handler<'layout.change'> = async (work) => {
  const { tx, params, body } = work;
  const station = await needStation(tx, params.stationId);
  const name = body.name === undefined ? undefined : called(body.name);
  if (name !== undefined) await refuseNameTaken(tx, name, station.id);
  const bathFields = (['capacityMl', 'surfaceCm2', 'agitation'] as const).filter((field) => body[field] !== undefined);
  if (bathFields.length > 0 && station.vessel_id === null)
    throw new Refused({
      code: 'NO_VESSEL',
      message: `${station.name} is no bath. Nothing was changed.`,
      field: bathFields[0],
    });
  await tx.many(sql`
    UPDATE station SET name = coalesce(${name ?? null}, name), capacity = coalesce(${body.capacity ?? null}::int, capacity),
                       note = coalesce(${body.note ?? null}, note) WHERE id = ${station.id}`);
  await changeBath(tx, station, { ...body, name });
  const touched = name !== undefined && name !== station.name ? await renameSteps(work, station) : [];
  const set = { ...body, ...(name === undefined ? {} : { name }) };
  return told(work, { what: 'changed', name: station.name, set }, touched);
};

async function changeBath(tx: Queryable, station: StationRow, set: Work<'layout.change'>['body']): Promise<void> {
  if (station.vessel_id === null) return;
  await refuseTooSmall(tx, station, set.capacityMl);
  const { capacityMl = null, surfaceCm2 = null, agitation = null } = set;
  await tx.many(sql`
    UPDATE vessel SET name = CASE WHEN name = ${station.name} THEN coalesce(${set.name ?? null}, name) ELSE name END,
                      capacity_ml = coalesce(${capacityMl}::float8, capacity_ml),
                      surface_m2 = coalesce(${surfaceCm2}::float8 / 10000, surface_m2),
                      agitation = coalesce(${agitation}, agitation)
     WHERE id = ${station.vessel_id}`);
}

type Step = Pick<Work, 'tx' | 'context' | 'nowMs' | 'command'>;
/** A vessel is never smaller than what is in it. */
async function refuseTooSmall(tx: Queryable, { name, vessel_id }: StationRow, capacityMl = Number.POSITIVE_INFINITY) {
  const vessel = await vesselById(tx, vessel_id!);
  if (!vessel) throw unknown('vessel', vessel_id!);
  const { volumeMl } = toVessel(vessel);
  if (volumeMl <= capacityMl) return;
  throw new Refused({
    code: 'BAD_VALUE',
    message: `${litresText(volumeMl)} are in ${name}; it cannot hold ${litresText(capacityMl)}. Nothing was changed.`,
    remedy: 'Say what it holds to its brim, or pour some out first.',
    field: 'capacityMl',
  });
}

async function renameSteps({ tx, context, nowMs, command }: Step, { id }: StationRow): Promise<readonly Topic[]> {
  const touched: Topic[] = [];
  const now = { atMs: context.nowMs(), by: command.by };
  const bench = await benchNow(tx, nowMs);
  for (const held of await openHeld(tx)) {
    const moved = decideRenamedPlace(held.batch, id, bench, now);
    if (moved.length === 0) continue;
    await record(tx, held, moved, command.commandId);
    touched.push('batches', `batch:${held.batch.id}`);
  }
  return touched;
}

/** Takes a station away; what was planned there is done elsewhere, or it stays and says why. */
export const retireStation: Handler<'layout.retire'> = async (work) => {
  const { tx, context, nowMs, params, command } = work;
  const station = await needStation(tx, params.stationId);
  const bench = await benchNow(tx, nowMs);
  const here = bench.stations.find(({ id }) => id === station.id)!;
  const now = { atMs: context.nowMs(), by: command.by };
  const touched: Topic[] = [];
  for (const held of await openHeld(tx)) {
    const retired = decideRetiredPlace(held.batch, here, bench, now);
    if (!retired.ok) throw new Refused(retired.refusal);
    if (retired.value.length === 0) continue;
    await record(tx, held, retired.value, command.commandId);
    touched.push('batches', `batch:${held.batch.id}`);
  }
  const at = new Date(context.nowMs());
  if (station.vessel_id !== null) await retireVessel(tx, station, at);
  await tx.many(sql`UPDATE station SET retired_at = ${at} WHERE id = ${station.id}`);
  return told(work, { what: 'retired', name: station.name }, touched);
};

async function retireVessel(tx: Queryable, { id, name, vessel_id }: StationRow, at: Date): Promise<void> {
  const { held, others } = await tx.one<{ held: boolean; others: boolean }>(sql`
    SELECT solvent_mg + water_mg + resin_mg > ${DREGS_MG}::bigint AS held,
           EXISTS (SELECT 1 FROM station_there WHERE vessel_id = ${vessel_id} AND id <> ${id}) AS others
      FROM vessel WHERE id = ${vessel_id}`);
  if (others) return;
  if (held)
    throw new Refused({
      code: 'NOT_EMPTY',
      message: `There is liquid in ${name}. Nothing was changed.`,
      remedy: 'Empty it on Solvent first: into the drum, or handed over.',
      field: 'stationId',
    });
  await tx.many(sql`UPDATE vessel SET retired_at = ${at}, line_id = NULL, line_place = NULL WHERE id = ${vessel_id}`);
}

/** What was taken away stands there again, a bath by itself. */
export const putBackStation: Handler<'layout.put-back'> = async (work) => {
  const { tx, params } = work;
  const station = await needStation(tx, params.stationId, true);
  await refuseNameTaken(tx, station.name);
  await tx.many(sql`UPDATE station SET retired_at = NULL WHERE id = ${station.id}`);
  await tx.many(sql`UPDATE vessel SET retired_at = NULL WHERE id = ${station.vessel_id}`);
  return told(work, { what: 'put back', name: station.name });
};

/** The order in which stations are walked by. @throws Refused where one is missing or strange */
export const orderStations: Handler<'layout.order'> = async (work) => {
  const { tx, body } = work;
  const there = (await tx.many<{ id: string }>(sql`SELECT id FROM station_there`)).map(({ id }) => id);
  const asked = new Set(body.stations);
  if (asked.size !== body.stations.length || there.length !== asked.size || there.some((id) => !asked.has(id)))
    throw new Refused({
      code: 'NOT_ALL',
      message: 'These are not the stations that stand here now, each once. Their order was left as it was.',
      remedy: 'Look at it again, and move what you meant.',
      field: 'stations',
    });
  await tx.many(sql`
    UPDATE station s SET place = o.place FROM jsonb_array_elements_text(${JSON.stringify(body.stations)}::jsonb) WITH ORDINALITY AS o (id, place)
     WHERE s.id = o.id`);
  return told(work, { what: 'ordered' });
};
