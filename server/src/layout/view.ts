import type { LayoutChange, LayoutReply, StationThere } from '@north-step/contract';
import { type BatchState, placeOf } from '@north-step/core/batch';
import { openBatches } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';

type Row = Pick<StationThere, 'id' | 'name' | 'kind' | 'capacity' | 'note'> & {
  readonly retired_at: Date | null;
  readonly bath: StationThere['bath'];
};
type LineRow = LayoutReply['lines'][number];
type ChangeRow = { readonly value: LayoutChange; readonly at: Date; readonly by: string };
const CHANGES_SHOWN = 30;
/** A vessel that holds less than a gram is empty. */
export const DREGS_MG = 1000;

/** What stands in the workshop, who works there, and how that came about. */
export async function layoutView(db: Queryable): Promise<LayoutReply> {
  const [stations, lines, people, changes, open] = await Promise.all([
    db.many<Row>(sql`
      SELECT s.id, s.name, s.kind, s.capacity, s.note, s.retired_at,
             CASE WHEN v.id IS NOT NULL THEN jsonb_build_object('vesselId', v.id, 'liquid', v.solvent, 'agitation', v.agitation,
               'capacityMl', v.capacity_ml, 'surfaceCm2', v.surface_m2 * 10000, 'isEmpty', v.solvent_mg + v.water_mg + v.resin_mg <= ${DREGS_MG}::bigint) END AS bath
        FROM station s LEFT JOIN vessel v ON v.id = s.vessel_id ORDER BY s.retired_at IS NOT NULL, s.place`),
    db.many<LineRow>(sql`
      SELECT l.id, l.name,
             coalesce((SELECT jsonb_agg(s.id ORDER BY v.line_place) FROM vessel v JOIN station_there s ON s.vessel_id = v.id
                        WHERE v.line_id = l.id AND v.line_place IS NOT NULL), '[]'::jsonb) AS baths
        FROM bath_line l ORDER BY l.place`),
    db.many<LayoutReply['people'][number]>(sql`SELECT id, name, role FROM person WHERE left_at IS NULL ORDER BY place`),
    db.many<ChangeRow>(
      sql`SELECT value, at, by FROM setting_event WHERE key = 'layout' ORDER BY seq DESC LIMIT ${CHANGES_SHOWN}`,
    ),
    openBatches(db),
  ]);
  return {
    stations: stations.map(({ retired_at, ...station }) => ({
      ...station,
      batches: batchesAt(open, station.id),
      retiredAtMs: retired_at?.getTime() ?? null,
    })),
    lines: [...lines],
    people: [...people],
    changes: changes.map(({ value, at, by }) => ({ change: value, atMs: at.getTime(), by })),
  };
}

/** Parts that are at a station, or have something to be done there. */
const batchesAt = (open: readonly BatchState[], stationId: string): StationThere['batches'] =>
  open.flatMap((batch) => {
    const here = placeOf(batch) === stationId;
    const toCome = batch.steps.some(({ state, station }) => state !== 'done' && station === stationId);
    return here || toCome ? [{ id: batch.id, name: batch.name, here }] : [];
  });
