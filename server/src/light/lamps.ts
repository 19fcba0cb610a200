import type { LampView } from '@north-step/contract';
import { describedMWPerCm2, type Lamp, lampShare, meterCheck, meterSpots, validateLamp } from '@north-step/core/light';
import { plainNumber } from '@north-step/core/units';
import { type LampRow, lampNowOf, lampRows, lampWithHours } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler, Said } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';

type EventRow = {
  station_id: string;
  kind: 'described' | 'metered' | 'sky';
  payload: { hours?: number; scale?: number; spreadPct?: number };
  at: Date;
  by: string;
};
const MOST_EVENTS = 60;

/** Every lamp with what is known of it, and its last changes. */
export async function lampViews(db: Queryable, nowMs: number): Promise<LampView[]> {
  const [rows, events, stations] = await Promise.all([
    lampRows(db),
    db.many<EventRow>(sql`
      SELECT station_id, kind, payload, at, by FROM (SELECT *, row_number() OVER (PARTITION BY station_id ORDER BY seq DESC) AS n FROM lamp_event) e
       WHERE n <= ${MOST_EVENTS} ORDER BY seq DESC`),
    db.many<{ id: string; name: string }>(sql`SELECT id, name FROM station_there ORDER BY place`),
  ]);
  return stations.flatMap(({ id, name }): LampView[] => {
    const row = rows.find(({ station_id }) => station_id === id);
    if (!row) return [];
    return [
      {
        stationId: id,
        name,
        version: row.version,
        lamp: lampWithHours(row),
        described: [...row.described],
        now: lampNowOf(row, name, nowMs),
        sky: row.lamp.sky,
        events: events
          .filter(({ station_id }) => station_id === id)
          .map(({ kind, payload, at, by }) => ({
            kind,
            atMs: at.getTime(),
            by,
            hours: payload.hours ?? 0,
            scale: payload.scale,
            spreadPct: payload.spreadPct,
          })),
      },
    ];
  });
}

async function lampRow(db: Queryable, stationId: string): Promise<LampRow> {
  const row = (await lampRows(db)).find(({ station_id }) => station_id === stationId);
  if (!row) throw unknown('lamp', stationId);
  return row;
}

const said = (context: Context, command: Said) => ({
  at: new Date(context.nowMs()),
  by: command.by,
  commandId: command.commandId,
});

async function write(
  tx: Queryable,
  row: LampRow,
  fact: { kind: EventRow['kind']; payload: object; at: Date; by: string; commandId: string },
): Promise<void> {
  await tx.many(sql`
    INSERT INTO lamp_event (station_id, kind, payload, at, by, command_id)
    VALUES (${row.station_id}, ${fact.kind}, ${JSON.stringify(fact.payload)}, ${fact.at}, ${fact.by}, ${fact.commandId})`);
  await tx.many(sql`
    INSERT INTO lamp (station_id, version, lamp, described, burnt_h)
    VALUES (${row.station_id}, ${row.version}, ${JSON.stringify(row.lamp)}, ${JSON.stringify(row.described)}, ${row.burnt_h})
    ON CONFLICT (station_id) DO UPDATE SET version = excluded.version, lamp = excluded.lamp, described = excluded.described, burnt_h = excluded.burnt_h`);
}

/** Light that the models of curing hold for, mW/cm². */
const LIGHT = { min: 0.01, max: 1000 } as const;

/** A lamp that no plan could be made with: its fault by name. */
function lightDoubt(lamp: Lamp): Refused | undefined {
  const spots = describedMWPerCm2(lamp).map((mWPerCm2) => mWPerCm2 * lampShare(lamp));
  if (spots.length === 0) return undefined;
  const [weakest, strongest] = [Math.min(...spots), Math.max(...spots)];
  if (weakest >= LIGHT.min && strongest <= LIGHT.max) return undefined;
  const weak = weakest < LIGHT.min;
  return new Refused({
    code: 'BAD_LAMP',
    message: `By this description the lamp gives ${plainNumber(weak ? weakest : strongest)} mW/cm² at a place; light from ${LIGHT.min} to ${LIGHT.max} can be planned with.`,
    remedy: weak ? 'Look at its hours, its fading and its power.' : 'Look at its power and its distance.',
    field: weak && lampShare(lamp) < 0.2 ? 'lamp.hours' : 'lamp.groups',
  });
}

/** Describes a lamp anew. A meter reading of before no longer counts. */
export const describeLamp: Handler<'lamp.describe'> = async ({ tx, context, params: { stationId }, command }) => {
  const station = await tx.maybeOne(sql`SELECT 1 AS one FROM station_there WHERE id = ${stationId} AND side = 'light'`);
  if (!station) throw unknown('lamp', stationId);
  const lamp = command.lamp as unknown as Lamp;
  const breach = validateLamp(lamp)[0];
  if (breach) throw new Refused({ code: 'BAD_LAMP', message: breach.message, field: `lamp.${breach.path}` });
  const doubt = lightDoubt(lamp);
  if (doubt) throw doubt;
  const before = (await lampRows(tx)).find(({ station_id }) => station_id === stationId);
  const row: LampRow = {
    station_id: stationId,
    version: (before?.version ?? 0) + 1,
    lamp: { ...lamp, sky: before?.lamp.sky },
    described: describedMWPerCm2(lamp),
    burnt_h: 0,
  };
  await write(tx, row, { kind: 'described', payload: { lamp, hours: lamp.hours }, ...said(context, command) });
  return { reply: { lamps: await lampViews(tx, context.nowMs()) }, topics: ['bench', 'lamps'] };
};

/** Scales a lamp to what a meter showed. */
export const meterLamp: Handler<'lamp.meter'> = async ({ tx, context, params: { stationId }, command }) => {
  const row = await lampRow(tx, stationId);
  const lamp = lampWithHours(row);
  const unknownSpot = command.readings.find(({ spot }) => !meterSpots(lamp).some(({ id }) => id === spot));
  if (unknownSpot)
    throw new Refused({
      code: 'BAD_VALUE',
      message: `This lamp has no place “${unknownSpot.spot}”.`,
      field: 'readings',
    });
  if (command.readings.every(({ mWPerCm2 }) => mWPerCm2 === 0))
    throw new Refused({
      code: 'BAD_VALUE',
      message: 'The meter showed no light at any place.',
      remedy: 'Switch the lamp on, take the cap off the meter, and read again.',
      field: 'readings',
    });
  const check = meterCheck(lamp, command.readings);
  const metered = { scale: check.scale, spreadPct: check.spreadPct, hours: lamp.hours };
  await write(
    tx,
    { ...row, version: row.version + 1, lamp: { ...row.lamp, metered } },
    { kind: 'metered', payload: { ...metered, readings: command.readings }, ...said(context, command) },
  );
  return { reply: { lamps: await lampViews(tx, context.nowMs()) }, topics: ['bench', 'lamps'] };
};

/** Where the sill is, and how much of the sky is covered now. */
export const noteSky: Handler<'lamp.sky'> = async ({ tx, context, params: { stationId }, command }) => {
  const row = await lampRow(tx, stationId);
  if (row.lamp.kind !== 'sun')
    throw new Refused({ code: 'NOT_THE_SUN', message: 'Only a place in the sun has a sky.', field: 'stationId' });
  const { latDeg, lonDeg, cloudShare, behindGlass } = command;
  const sky = { latDeg, lonDeg, cloudShare, ...(behindGlass ? { behindGlass } : {}) };
  await write(
    tx,
    { ...row, version: row.version + 1, lamp: { ...row.lamp, sky } },
    { kind: 'sky', payload: { ...sky, hours: 0 }, ...said(context, command) },
  );
  return { reply: { lamps: await lampViews(tx, context.nowMs()) }, topics: ['bench', 'lamps'] };
};
