import type { BathNote, BenchReply, DoneBatch, Station, Vessel } from '@north-step/contract';
import type { BatchState, BatchSummary, Outcome } from '@north-step/core/batch';
import {
  type BathNow,
  type BenchNow,
  type LinePosition,
  linesOf,
  type StationNow,
  type Ways,
} from '@north-step/core/bench';
import { carryEstimates, type Grams, type MoveSince } from '@north-step/core/care';
import type { BathDeed } from '@north-step/core/estimate';
import type { RunState } from '@north-step/core/reclaim';
import { gramsFromMg, isAlcohol, loadPctW, type Parcel, parcelVolumeMl, strengthPctW } from '@north-step/core/solvent';
import { type Queryable, sql } from '../db/index.ts';
import { litSoFar, washesSoFar } from '../devices/index.ts';
import { dueLater } from './dueLater.ts';
import { lightNow, lightRows } from './lampRows.ts';
import { resinPerBatch } from './resinPerBatch.ts';
import { roomAir } from './roomChecks.ts';
import { roomNow } from './roomNow.ts';

export type VesselRow = {
  readonly id: string;
  readonly name: string;
  readonly kind: Vessel['kind'];
  readonly role: Vessel['role'];
  readonly line_id: string | null;
  readonly line_name: string | null;
  readonly line_place: number | null;
  readonly line_order: number | null;
  readonly position: LinePosition | null;
  readonly agitation: BathNow['agitation'];
  readonly solvent: BathNow['solvent'];
  readonly capacity_ml: number;
  readonly surface_m2: number;
  readonly lid: Vessel['lid'];
  readonly evaporated_to: Date | null;
  readonly shop_limit_pct: number | null;
  readonly solvent_mg: bigint;
  readonly water_mg: bigint;
  readonly resin_mg: bigint;
  readonly retired_at: Date | null;
  readonly reclaimed_share: number;
};

export const parcelOf = (row: Pick<VesselRow, 'solvent_mg' | 'water_mg' | 'resin_mg'>): Parcel => [
  row.solvent_mg,
  row.water_mg,
  row.resin_mg,
];

/** Vessels that stand there. */
export const allVessels = (db: Queryable) =>
  db.many<VesselRow>(sql`SELECT * FROM vessel_in_line WHERE retired_at IS NULL ORDER BY place`);
/** Those that are gone as well: the book knows them. */
export const everyVessel = (db: Queryable) => db.many<VesselRow>(sql`SELECT * FROM vessel_in_line ORDER BY place`);
export const vesselById = (db: Queryable, id: string) =>
  db.maybeOne<VesselRow>(sql`SELECT * FROM vessel_in_line WHERE id = ${id}`);

export function toVessel(row: VesselRow): Vessel {
  const parcel = parcelOf(row);
  const strength = strengthPctW(parcel);
  return {
    id: row.id,
    name: row.name,
    kind: row.kind,
    role: row.role,
    line: lineOf(row),
    solvent: row.solvent,
    lid: row.lid,
    capacityMl: row.capacity_ml,
    surfaceM2: row.surface_m2,
    shopLimitPctW: row.shop_limit_pct,
    solventG: gramsFromMg(parcel[0]),
    waterG: gramsFromMg(parcel[1]),
    resinG: gramsFromMg(parcel[2]),
    loadPctW: loadPctW(parcel),
    strengthPctW: Number.isNaN(strength) || !isAlcohol(row.solvent) ? null : strength,
    volumeMl: parcelVolumeMl(parcel, row.solvent),
    reclaimedShare: row.reclaimed_share,
  };
}

/** A row with its line as others have it: so that core can put lines together. */
export const inLine = <R extends VesselRow>(row: R) => ({ ...row, line: lineOf(row) });
const lineOf = ({ line_id: id, line_name: name, line_place: place, position }: VesselRow): Vessel['line'] =>
  id === null || name === null ? null : { id, name, place, position };

/** What is set, not measured: the room, the rack's air, the lamp's last meter reading. */
export type BenchSetting = Omit<BenchNow, 'stations' | 'lines' | 'baths'> & {
  readonly workshop: string;
  readonly currency?: string | undefined;
  readonly ways?: Ways | undefined;
};

export async function benchSetting(db: Queryable): Promise<BenchSetting> {
  return (await db.one<{ value: BenchSetting }>(sql`SELECT value FROM setting WHERE key = 'bench'`)).value;
}

type BathRow = Omit<VesselRow, 'solvent_mg' | 'water_mg' | 'resin_mg'> & {
  readonly solvent_mg: number;
  readonly water_mg: number;
  readonly resin_mg: number;
  readonly stations: readonly string[];
};

/** Stations, baths, lamps and the room as they are now: asked for by every command that depends on them. */
export async function benchNow(db: Queryable, nowMs: number): Promise<BenchNow> {
  const [light, room] = await Promise.all([lightRows(db).then((rows) => lightNow(rows, nowMs)), roomNow(db, nowMs)]);
  const row = await db.one<{
    value: BenchSetting;
    baths: readonly BathRow[] | null;
    stations: readonly StationNow[] | null;
    estimate: EstimateRow | null;
  }>(sql`
    SELECT value, (SELECT jsonb_agg(to_jsonb(v) || jsonb_build_object('stations', (SELECT coalesce(jsonb_agg(s.id), '[]'::jsonb) FROM station_there s WHERE s.vessel_id = v.id)))
                     FROM vessel_in_line v WHERE v.kind = 'bath' AND v.retired_at IS NULL) AS baths,
           (SELECT jsonb_agg(jsonb_build_object('id', id, 'name', name, 'kind', kind, 'capacity', capacity) ORDER BY place) FROM station_there) AS stations,
           (SELECT to_jsonb(e) FROM bath_estimate e) AS estimate
      FROM setting WHERE key = 'bench'`);
  const baths = (row.baths ?? []).map((bath) => ({
    ...bath,
    solvent_mg: BigInt(bath.solvent_mg),
    water_mg: BigInt(bath.water_mg),
    resin_mg: BigInt(bath.resin_mg),
  }));
  return benchFrom({ ...row.value, ...room }, row.stations ?? [], baths, await carried(db, row.estimate), light);
}

type EstimateRow = {
  readonly body: Readonly<Record<string, BathNote>>;
  readonly stale: boolean;
  readonly posting_seq: number | bigint;
  readonly book: Readonly<Record<string, Grams>> | null;
};

/** What the readings say of each bath; while the filter catches up, the last estimate with what was booked since. */
async function careNotes(db: Queryable): Promise<Readonly<Record<string, BathNote>>> {
  const row = await db.maybeOne<EstimateRow>(sql`SELECT body, stale, posting_seq, book FROM bath_estimate`);
  return carried(db, row ?? null);
}

type Since = {
  readonly deeds: readonly BathDeed[] | null;
  readonly lines: Extract<MoveSince, { lines: unknown }>['lines'];
};
async function carried(db: Queryable, row: EstimateRow | null): Promise<Readonly<Record<string, BathNote>>> {
  if (!row?.stale || !row.book) return row?.body ?? {};
  const since = await db.many<Since>(sql`
    SELECT p.deeds, (SELECT coalesce(jsonb_agg(jsonb_build_object('vesselId', l.account, 'solventG', l.solvent_mg / 1000.0,
                               'waterG', l.water_mg / 1000.0, 'resinG', l.resin_mg / 1000.0)), '[]'::jsonb)
                       FROM ledger_line l JOIN vessel v ON v.id = l.account WHERE l.posting_id = p.id) AS lines
      FROM ledger_posting p WHERE p.seq > ${row.posting_seq}::bigint ORDER BY p.seq`);
  const moves = since.map(({ deeds, lines }): MoveSince => (deeds && deeds.length > 0 ? { deeds } : { lines }));
  return carryEstimates(row.body, row.book, moves);
}

function benchFrom(
  setting: BenchSetting,
  stations: readonly StationNow[],
  vessels: readonly (VesselRow & { readonly stations: readonly string[] })[],
  care: Readonly<Record<string, BathNote>>,
  light: ReturnType<typeof lightNow>,
): BenchNow {
  const bathNow = (row: VesselRow): BathNow => {
    const strength = strengthPctW(parcelOf(row));
    return {
      name: row.name,
      loadPctW: care[row.id]?.loadPctW ?? loadPctW(parcelOf(row)),
      range90: care[row.id]?.range90,
      limitPctW: care[row.id]?.limitPctW,
      strengthPctW: care[row.id]?.strengthPctW ?? (Number.isNaN(strength) ? 0 : strength),
      agitation: row.agitation,
      solvent: row.solvent,
      volumeMl: parcelVolumeMl(parcelOf(row), row.solvent),
      capacityMl: row.capacity_ml,
      surfaceM2: row.surface_m2,
    };
  };
  const { workshop: _, currency: __, ways: ___, ...rest } = setting;
  const baths = Object.fromEntries(vessels.flatMap((row) => row.stations.map((station) => [station, bathNow(row)])));
  const { lamps, pairs, recesses } = light;
  return {
    ...rest,
    stations,
    lines: linesNow(vessels),
    baths,
    lamps: { ...rest.lamps, ...lamps },
    pairs,
    recesses,
  };
}

/** Lines of baths that stand somewhere, in their order, by the first station of each vessel. */
function linesNow(vessels: readonly (VesselRow & { readonly stations: readonly string[] })[]): BenchNow['lines'] {
  const inOrder = [...vessels].sort((a, b) => (a.line_order ?? 0) - (b.line_order ?? 0)).map(inLine);
  return linesOf(inOrder)
    .map(({ id, name, baths }) => ({ id, name, baths: baths.flatMap(({ stations }) => stations.slice(0, 1)) }))
    .filter(({ baths }) => baths.length > 0);
}

type StationRow = {
  id: string;
  name: string;
  kind: Station['kind'];
  side: Station['side'];
  capacity: number;
  vessel_id: string | null;
  note: string;
};
export const allStations = (db: Queryable) =>
  db.many<StationRow>(sql`SELECT id, name, kind, side, capacity, vessel_id, note FROM station_there ORDER BY place`);
export const openBatches = async (db: Queryable) =>
  (await db.many<{ state: BatchState }>(sql`SELECT state FROM batch WHERE sealed_at IS NULL ORDER BY created_at`)).map(
    (row) => row.state,
  );
/** Reclaim runs under way, the oldest first. */
export const openRuns = async (db: Queryable): Promise<RunState[]> =>
  (
    await db.many<{ state: RunState }>(sql`SELECT state FROM reclaim_run WHERE ended_at IS NULL ORDER BY created_at`)
  ).map(({ state }) => state);
const sealedSince = async (db: Queryable, since: Date) =>
  (
    await db.many<{ id: string; name: string; outcome: Outcome; summary: BatchSummary }>(
      sql`SELECT id, name, outcome, summary FROM batch WHERE sealed_at >= ${since} AND outcome <> 'merged' ORDER BY sealed_at DESC LIMIT 40`,
    )
  ).map(({ summary: { flag, worked }, ...row }): DoneBatch => ({ ...row, flag, worked: [...worked] }));

/** Everything the bench page shows. */
export async function benchView(db: Queryable, nowMs: number): Promise<BenchReply> {
  const startOfDay = new Date(nowMs);
  startOfDay.setHours(0, 0, 0, 0);
  const [
    setting,
    stations,
    vessels,
    people,
    open,
    doneToday,
    resinPerBatchG,
    care,
    light,
    laterLooks,
    room,
    runs,
    { checks },
  ] = await Promise.all([
    benchSetting(db),
    allStations(db),
    allVessels(db),
    db.many<{ id: string; name: string; role: string }>(
      sql`SELECT id, name, role FROM person WHERE left_at IS NULL ORDER BY place`,
    ),
    openBatches(db),
    sealedSince(db, startOfDay),
    resinPerBatch(db),
    careNotes(db),
    lightRows(db),
    dueLater(db, nowMs),
    roomNow(db, nowMs),
    openRuns(db),
    roomAir(db, nowMs),
  ]);
  return {
    nowMs,
    workshop: setting.workshop,
    ways: setting.ways,
    people: [...people],
    stations: stations.map(({ vessel_id, ...station }) => ({ ...station, vesselId: vessel_id })),
    vessels: vessels.map(toVessel),
    resinPerBatchG,
    care,
    bench: benchFrom(
      { ...setting, ...room },
      stations.map(({ id, name, kind, capacity }) => ({ id, name, kind, capacity })),
      vessels
        .filter(({ kind }) => kind === 'bath')
        .map((row) => ({ ...row, stations: stations.filter((s) => s.vessel_id === row.id).map((s) => s.id) })),
      care,
      lightNow(light, nowMs),
    ),
    open,
    light: await litSoFar(db, open),
    wash: await washesSoFar(db, open),
    doneToday,
    runs,
    checksDue: checks.filter(({ dueAtMs }) => dueAtMs <= nowMs).map(({ id, name }) => ({ id, name })),
    laterLooks,
  };
}
