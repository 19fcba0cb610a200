import { type BenchNow, type LampNow, lampNow, sunNow } from '@north-step/core/bench';
import type { PairScale } from '@north-step/core/cure';
import { type Lamp, MIDDLE_SPOT, UNSAID_SKY } from '@north-step/core/light';
import type { RecessBeliefs } from '@north-step/core/wash';
import { type Queryable, sql } from '../db/index.ts';

export type Sky = {
  readonly latDeg: number;
  readonly lonDeg: number;
  readonly cloudShare: number;
  readonly behindGlass?: boolean;
};
export type LampRow = {
  readonly station_id: string;
  readonly version: number;
  readonly lamp: Lamp & { readonly sky?: Sky | undefined };
  /** by marked place of the meter, mW/cm² */
  readonly described: readonly number[];
  readonly burnt_h: number;
};

export const lampRows = (db: Queryable) =>
  db.many<LampRow>(sql`SELECT station_id, version, lamp, described, burnt_h FROM lamp`);

/** The lamp with the hours it has burnt by now. */
export const lampWithHours = ({ lamp, burnt_h }: LampRow): Lamp => ({ ...lamp, hours: lamp.hours + burnt_h });

/** A lamp as planning takes it. */
export function lampNowOf(row: LampRow, name: string, nowMs: number): LampNow {
  const lamp = lampWithHours(row);
  if (lamp.kind === 'sun') return sunNow(name, lamp, { ...(row.lamp.sky ?? UNSAID_SKY), atMs: nowMs });
  return lampNow(name, lamp, row.described[MIDDLE_SPOT] ?? 0);
}

/** Adds the time that a lamp was lit, in the transaction of the fact that says so. */
export const addBurnt = (tx: Queryable, stationId: string, seconds: number) =>
  tx.many(sql`UPDATE lamp SET burnt_h = burnt_h + ${seconds / 3600}::float8 WHERE station_id = ${stationId}`);

/** Everything that bench planning needs of light, and what was learned of resins, in one value for one read. */
export type LightRows = {
  readonly lamps: readonly (LampRow & { readonly name: string })[] | null;
  readonly pairs: Readonly<Record<string, PairScale>> | null;
  readonly recesses: RecessBeliefs | null;
};
export const lightRows = (db: Queryable) =>
  db.one<LightRows>(sql`
    SELECT (SELECT jsonb_agg(to_jsonb(l) || jsonb_build_object('name', s.name)) FROM lamp l JOIN station_there s ON s.id = l.station_id) AS lamps,
           (SELECT jsonb_object_agg(card_id || ' at ' || station_id, body->'scale') FROM lamp_pair) AS pairs,
           (SELECT jsonb_object_agg(family || ' · ' || agitation, body) FROM recess_belief) AS recesses`);

/** Lamps by station over those of the set-up; ovens give no light and are none. */
export function lightNow(rows: LightRows, nowMs: number): Pick<BenchNow, 'lamps' | 'pairs' | 'recesses'> {
  const lit = (rows.lamps ?? []).filter(({ lamp }) => lamp.kind !== 'oven');
  const lamps = Object.fromEntries(lit.map((row) => [row.station_id, lampNowOf(row, row.name, nowMs)]));
  return { lamps, pairs: rows.pairs ?? {}, recesses: rows.recesses ?? {} };
}
