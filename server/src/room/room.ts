import type { RoomInput, RoomReply } from '@north-step/contract';
import { isZone } from '@north-step/core/bench';
import { USUAL_COSTS } from '@north-step/core/cure';
import { validateSpaces } from '@north-step/core/fit';
import { given } from '@north-step/core/given';
import { DEFAULT_PRICES, type Prices } from '@north-step/core/prices';
import { type BenchSetting, benchSetting, settingFact } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler, Outcome, Work } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { keepZone } from '../zone.ts';

/** What solvent costs here; the model's own figures until the workshop says its own. */
export async function pricesOf(db: Queryable): Promise<Prices> {
  const row = await db.maybeOne<{ value: Partial<Prices> }>(sql`SELECT value FROM setting WHERE key = 'prices'`);
  return { ...DEFAULT_PRICES, ...row?.value };
}

export async function roomView(db: Queryable): Promise<RoomReply> {
  const [setting, prices, stations, last] = await Promise.all([
    benchSetting(db),
    pricesOf(db),
    db.many<{ id: string; name: string; vessel_id: string | null }>(sql`
      SELECT s.id, s.name, s.vessel_id FROM station_there s
       WHERE s.vessel_id IS NOT NULL OR s.id IN (SELECT station_id FROM lamp) ORDER BY s.place`),
    db.maybeOne<{ at: Date; by: string }>(
      sql`SELECT at, by FROM setting_event WHERE key IN ('bench', 'prices') ORDER BY seq DESC LIMIT 1`,
    ),
  ]);
  const { workshop, roomC, humidityPct, dryAir, currency, ways, schools } = setting;
  const { lightCosts = USUAL_COSTS, spaces = {} } = setting;
  return {
    room: { workshop, roomC, humidityPct, dryAir, currency, lightCosts, spaces, ways, schools, prices },
    stations: stations.map(({ id, name, vessel_id }) => ({ id, name, kind: vessel_id ? 'wash' : 'box' })),
    changedAtMs: last?.at.getTime() ?? null,
    changedBy: last?.by ?? null,
  };
}

/** The room as it is answered with; its zone is this process's once that is safe. */
export async function inZone(
  tx: Queryable,
  zone: string | undefined,
): Promise<Pick<Outcome<RoomReply>, 'reply' | 'afterwards'>> {
  const reply = await roomView(tx);
  const afterwards = async () => {
    keepZone(zone);
    return reply;
  };
  return { reply, afterwards };
}

/** @throws Refused for a time zone that this machine does not know */
export function refuseZone(zone: string | undefined, field: string): void {
  if (zone === undefined || isZone(zone)) return;
  throw new Refused({
    code: 'BAD_VALUE',
    field,
    message: `“${zone}” is no time zone that this machine knows. Nothing was changed.`,
    remedy: 'Choose one from the list, Europe/Lisbon for example.',
  });
}

/** Writes the room down anew. Nothing that ran before is changed by it. @throws Refused naming the first size that cannot be */
export const setRoom: Handler<'room.set'> = async (work) => {
  const {
    tx,
    body: { room },
  } = work;
  const breach = validateSpaces(room.spaces)[0];
  if (breach)
    throw new Refused({
      code: 'BAD_VALUE',
      field: `room.spaces.${breach.path}`,
      message: `${breach.message} The room was left as it was.`,
    });
  refuseZone(room.ways?.zone, 'room.ways.zone');
  const { prices, ...rest } = room;
  const bench: BenchSetting = { ...(await benchSetting(tx)), ...given(rest) };
  await keep(work, 'bench', bench);
  await keep(work, 'prices', prices);
  return { ...(await inZone(tx, bench.ways?.zone)), topics: ['bench', 'solvent'] };
};

async function keep(
  work: Work<'room.set'>,
  key: 'bench' | 'prices',
  value: BenchSetting | RoomInput['prices'],
): Promise<void> {
  const text = JSON.stringify(value);
  await work.tx.many(sql`
    INSERT INTO setting (key, value) VALUES (${key}, ${text}) ON CONFLICT (key) DO UPDATE SET value = excluded.value`);
  await settingFact(work, key, value);
}
