import { disagreeing, type ScaleCheck } from '@north-step/core/light';
import { type Queryable, sql } from '../../db/index.ts';
import type { RecallShape } from './shape.ts';

type Row = {
  readonly station_id: string;
  readonly name: string;
  readonly kind: string;
  readonly at: Date;
  readonly payload: Partial<ScaleCheck>;
};

/** Everything cured under a lamp between two meter checks that disagreed. A lamp described anew begins anew. */
export const lamp: RecallShape = {
  needs: [],
  touched: async (db, { lamp: stationId, fromMs, toMs }) => {
    const spans = await spansOf(db, stationId);
    const within = spans.filter(
      ({ from, to }) =>
        (toMs === undefined || Date.parse(from) < toMs) && (fromMs === undefined || Date.parse(to) > fromMs),
    );
    return sql`
      SELECT s.batch_id, s.started_at AS at, true AS sure, p.why
        FROM jsonb_to_recordset(${JSON.stringify(within)}::jsonb) AS p ("stationId" text, "from" timestamptz, "to" timestamptz, why jsonb)
        CROSS JOIN LATERAL (SELECT batch_id, started_at FROM batch_step
                             WHERE station_id = p."stationId" AND started_at >= p."from" AND started_at < p."to" OFFSET 0) s`;
  },
};

async function spansOf(db: Queryable, stationId: string | undefined) {
  const rows = await db.many<Row>(sql`
    SELECT e.station_id, s.name, e.kind, e.at, e.payload FROM lamp_event e JOIN station s ON s.id = e.station_id
     WHERE e.kind IN ('described', 'metered') AND (${stationId ?? null}::text IS NULL OR e.station_id = ${stationId ?? null})
     ORDER BY e.station_id, e.seq`);
  return rows.flatMap((row, i) => {
    const before = rows[i - 1];
    if (before?.station_id !== row.station_id || before.kind !== 'metered' || row.kind !== 'metered') return [];
    const [first, then] = [checkOf(before), checkOf(row)];
    if (!first || !then || !disagreeing(first, then)) return [];
    const said = ({ atMs, scale }: ScaleCheck) => ({ atMs, scale });
    return [
      {
        stationId: row.station_id,
        from: before.at.toISOString(),
        to: row.at.toISOString(),
        why: { kind: 'lamp', lamp: row.name, before: said(first), after: said(then) },
      },
    ];
  });
}

const checkOf = ({ at, payload: { scale, spreadPct = 0 } }: Row): ScaleCheck | undefined =>
  scale === undefined ? undefined : { atMs: at.getTime(), scale, spreadPct };
