import { type StationKind, stationKind } from '@north-step/core/bench';
import { describedMWPerCm2, type Lamp } from '@north-step/core/light';
import type { ResinCard } from '@north-step/core/resin';
import { cardBreaches } from '@north-step/core/route';
import { breachText } from '@north-step/core/units';
import type { BenchSetting, Sky, VesselRow } from './bench/index.ts';
import { type Db, type Queryable, sql } from './db/index.ts';

/** A workshop as it is moved into: who, what and where. */
export type Workshop = {
  readonly bench: BenchSetting;
  readonly people: readonly { readonly id: string; readonly name: string; readonly role: string }[];
  readonly vessels: readonly (Pick<VesselRow, 'id' | 'name' | 'kind'> & {
    /** of its line: where fresh comes from, where spent goes, where reclaimed is kept */
    readonly role?: VesselRow['role'];
    readonly capacityMl: number;
    readonly surfaceM2: number;
    /** default isopropanol */
    readonly solvent?: VesselRow['solvent'];
    /** default impeller */
    readonly agitation?: VesselRow['agitation'];
  })[];
  /** baths of one liquid in order, the dirtiest first, with what belongs to them; by vessel */
  readonly lines: readonly {
    readonly id: string;
    readonly name: string;
    readonly baths: readonly string[];
    readonly own?: readonly string[];
  }[];
  readonly stations: readonly {
    readonly id: string;
    readonly name: string;
    readonly kind: StationKind;
    readonly capacity: number;
    readonly vesselId?: string | undefined;
    readonly note: string;
  }[];
  /** light sources, by the station they stand at */
  readonly lamps?: readonly { readonly stationId: string; readonly lamp: Lamp; readonly sky?: Sky }[];
  readonly resins: readonly { readonly card: ResinCard; readonly lots: readonly string[] }[];
};

/** Moves a workshop into an empty database. @throws Error naming what is wrong with a card */
export const setUpWorkshop = (db: Db, workshop: Workshop): Promise<void> =>
  db.transaction((tx) => moveIn(tx, workshop));

/** The same within a transaction that is under way; what was set before it is set anew. */
export async function moveIn(tx: Queryable, workshop: Workshop): Promise<void> {
  for (const { card } of workshop.resins) {
    const breaches = cardBreaches(card);
    if (breaches.length > 0) throw new Error(`resin card ${card.id}: ${breachText(breaches)}`);
  }
  await tx.many(
    sql`INSERT INTO setting (key, value) VALUES ('bench', ${JSON.stringify(workshop.bench)}) ON CONFLICT (key) DO UPDATE SET value = excluded.value`,
  );
  for (const [place, person] of workshop.people.entries())
    await tx.many(
      sql`INSERT INTO person (id, name, role, place) VALUES (${person.id}, ${person.name}, ${person.role}, ${place})`,
    );
  await moveBench(tx, workshop);
  for (const { card, lots } of workshop.resins) {
    await tx.many(
      sql`INSERT INTO resin_card (id, version, name, card) VALUES (${card.id}, ${card.version}, ${card.name}, ${JSON.stringify(card)})`,
    );
    for (const code of lots) await tx.many(sql`INSERT INTO lot (card_id, code) VALUES (${card.id}, ${code})`);
  }
}

/** What stands there: lines, vessels, stations, light sources. */
async function moveBench(tx: Queryable, workshop: Workshop): Promise<void> {
  for (const [place, { id, name }] of workshop.lines.entries())
    await tx.many(sql`INSERT INTO bath_line (id, name, place) VALUES (${id}, ${name}, ${place})`);
  for (const [place, vessel] of workshop.vessels.entries()) {
    const line = workshop.lines.find(({ baths, own = [] }) => [...baths, ...own].includes(vessel.id));
    const inLine = line?.baths.includes(vessel.id) ? line.baths.indexOf(vessel.id) + 1 : null;
    await putVessel(tx, vessel, { lineId: line?.id ?? null, inLine, place });
  }
  for (const [place, station] of workshop.stations.entries()) await putStation(tx, station, place);
  for (const lamp of workshop.lamps ?? []) await putLamp(tx, lamp);
}

type InLine = { readonly lineId: string | null; readonly inLine: number | null; readonly place: number };
export const putVessel = (tx: Queryable, vessel: Workshop['vessels'][number], { lineId, inLine, place }: InLine) =>
  tx.many(sql`
    INSERT INTO vessel (id, name, kind, role, line_id, line_place, solvent, agitation, capacity_ml, surface_m2, place)
    VALUES (${vessel.id}, ${vessel.name}, ${vessel.kind}, ${vessel.role ?? null}, ${lineId}, ${inLine}, ${vessel.solvent ?? 'isopropanol'}, ${vessel.agitation ?? 'impeller'}, ${vessel.capacityMl}, ${vessel.surfaceM2}, ${place})`);

export const putStation = (tx: Queryable, station: Workshop['stations'][number], place: number) =>
  tx.many(sql`
    INSERT INTO station (id, name, kind, side, capacity, vessel_id, note, place)
    VALUES (${station.id}, ${station.name}, ${station.kind}, ${stationKind(station.kind).side}, ${station.capacity}, ${station.vesselId ?? null}, ${station.note}, ${place})`);

export const putLamp = (tx: Queryable, { stationId, lamp, sky }: NonNullable<Workshop['lamps']>[number]) =>
  tx.many(
    sql`INSERT INTO lamp (station_id, version, lamp, described) VALUES (${stationId}, 1, ${JSON.stringify({ ...lamp, sky })}, ${JSON.stringify(describedMWPerCm2(lamp))})`,
  );

/** A workshop that nobody has set up yet is a room without a name. */
export const BARE: BenchSetting = { workshop: '', roomC: 21, humidityPct: 50, dryAir: 'still', lamps: {} };
/** Gives a new database its room, so that its pages can be read before anything is set up. */
export const furnishBare = (db: Db): Promise<unknown> =>
  db.many(sql`INSERT INTO setting (key, value) VALUES ('bench', ${JSON.stringify(BARE)}) ON CONFLICT (key) DO NOTHING`);
