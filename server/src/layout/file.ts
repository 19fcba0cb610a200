import type { StationKind } from '@north-step/core/bench';
import type { Lamp } from '@north-step/core/light';
import { type BathThere, BENCH_FORMAT, type BenchFile } from '@north-step/core/setUp';
import { benchSetting } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';

type Row = {
  readonly name: string;
  readonly kind: StationKind;
  readonly capacity: number;
  readonly bath: Omit<BathThere, 'name' | 'station'> | null;
  readonly line_id: string | null;
  readonly lamp: (Lamp & { readonly sky?: object | undefined }) | null;
};

/** The bench as it goes to another workshop: what stands there, in its order; nothing of what is in it, and no names of people. */
export async function benchFile(db: Queryable): Promise<BenchFile> {
  const [{ workshop }, rows, lines] = await Promise.all([
    benchSetting(db),
    db.many<Row>(sql`
      SELECT s.name, s.kind, s.capacity, CASE WHEN v.line_place IS NOT NULL THEN v.line_id END AS line_id,
             CASE WHEN v.id IS NOT NULL THEN jsonb_build_object('liquid', v.solvent, 'agitation', v.agitation,
               'capacityMl', v.capacity_ml, 'surfaceM2', v.surface_m2) END AS bath,
             (SELECT l.lamp FROM lamp l WHERE l.station_id = s.id) AS lamp
        FROM station_there s LEFT JOIN vessel v ON v.id = s.vessel_id ORDER BY v.line_place, s.place`),
    db.many<{ id: string; name: string; stores: boolean }>(sql`
      SELECT l.id, l.name, EXISTS (SELECT 1 FROM vessel v WHERE v.line_id = l.id AND v.line_place IS NULL AND v.retired_at IS NULL) AS stores
        FROM bath_line l ORDER BY l.place`),
  ]);
  const walk = await db.many<{ name: string }>(sql`SELECT name FROM station_there ORDER BY place`);
  const baths = (of: (row: Row) => boolean): BathThere[] =>
    rows.flatMap((row) => (row.bath && of(row) ? [{ ...row.bath, name: row.name, station: row.kind }] : []));
  return {
    format: BENCH_FORMAT,
    name: workshop,
    lines: lines
      .map(({ id, name, stores }) => ({ name, stores, baths: baths((row) => row.line_id === id) }))
      .filter(({ baths: there }) => there.length > 0),
    tanks: baths((row) => row.line_id === null),
    places: rows.flatMap(({ name, kind, capacity, bath, lamp }) => (bath || lamp ? [] : [{ kind, name, capacity }])),
    lamps: rows.flatMap(({ name, kind, capacity, lamp }) =>
      lamp ? [{ kind, name, capacity, lamp: described(lamp) }] : [],
    ),
    walk: walk.map(({ name }) => name),
  };
}

/** A lamp as such lamps are; its meter readings and its sky stay with the workshop that took them. */
function described({ metered: _, sky: __, ...lamp }: Lamp & { readonly sky?: object | undefined }): Lamp {
  return lamp;
}
