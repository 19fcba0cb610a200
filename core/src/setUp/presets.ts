import type { StationKind } from '../bench/index.ts';
import type { Lamp } from '../light/index.ts';
import type { Solvent } from '../wash/index.ts';
import type { BathThere, BenchFile } from './benchFile.ts';
import {
  type Also,
  type BenchThing,
  benchThing,
  type LitThing,
  lineToJoin,
  THINGS,
  TYPICAL_LAMPS,
  type TypicalLamp,
  type WetThing,
} from './things.ts';

type Preset = {
  /** lines of baths, the dirtiest first */
  readonly lines: readonly { readonly name: string; readonly baths: readonly BathThere[]; readonly stores?: true }[];
  /** baths that stand by themselves */
  readonly tanks?: readonly BathThere[];
  readonly places: readonly { readonly kind: StationKind; readonly name: string; readonly capacity: number }[];
  readonly lamps: readonly { readonly name: string; readonly lamp: TypicalLamp; readonly capacity: number }[];
};

const bath = (thing: WetThing, name: string, liquid?: Solvent): BathThere => {
  const { station, bath: usual } = THINGS[thing];
  return { ...usual, station, name, liquid: liquid ?? usual.liquid };
};
const jar = (name: string) => bath('jar', name);
const machine = (name: string) => bath('machine-bath', name);
const bowl = (name: string) => bath('bowl', name);
/** The jar in an ultrasonic tub. */
const TUB_JAR = bath('tank', 'Jar of the tub');
const place = (thing: BenchThing) => {
  const { station: kind, name, capacity } = THINGS[thing];
  return { kind, name, capacity };
};
const light = (thing: LitThing) => {
  const { lamp, name, capacity } = THINGS[thing];
  return { lamp, name, capacity };
};
const RACK = place('drying-rack');
const MAT = place('mat');
const DRIP = place('drip-rack');
const BOX = light('box-lamp');
const SMALL = light('small-lamp');
const SUN = light('sunny-sill');

/** Benches to begin with; each can be added to later. A new one is a line here, and its words where it is shown. */
export const BENCH_PRESETS = {
  'jar and sun': { lines: [{ name: 'Alcohol', baths: [jar('Jar')] }], places: [RACK, MAT], lamps: [SUN] },
  'bath and lamp': { lines: [{ name: 'Alcohol', baths: [machine('Bath')] }], places: [RACK, MAT], lamps: [SMALL] },
  'two baths and a box': {
    lines: [{ name: 'Alcohol', baths: [machine('First bath'), machine('Clean bath')], stores: true }],
    places: [DRIP, RACK, MAT],
    lamps: [BOX],
  },
  'water only': {
    lines: [{ name: 'Water', baths: [bowl('First bowl'), bowl('Clear bowl')] }],
    places: [RACK, MAT],
    lamps: [SMALL],
  },
  casting: {
    lines: [{ name: 'Alcohol', baths: [jar('Jar'), jar('Clean jar')] }],
    tanks: [TUB_JAR],
    places: [DRIP, RACK, MAT],
    lamps: [BOX, SMALL],
  },
  'several lines': {
    lines: [
      { name: 'Alcohol', baths: [machine('First bath'), machine('Clean bath')], stores: true },
      { name: 'Water', baths: [bowl('First bowl'), bowl('Clear bowl')] },
    ],
    tanks: [TUB_JAR],
    places: [DRIP, RACK, MAT, place('warm-dip')],
    lamps: [BOX, SMALL, SUN],
  },
} as const satisfies Record<string, Preset>;
export type BenchPreset = keyof typeof BENCH_PRESETS;
export const BENCH_PRESET_IDS = Object.keys(BENCH_PRESETS) as readonly BenchPreset[];

/** What stands on a bench, with ids of its own. */
export type BenchBegun = {
  readonly vessels: readonly (Omit<BathThere, 'station' | 'liquid'> & {
    readonly id: string;
    readonly kind: 'bath' | 'can' | 'drum' | 'bottle';
    readonly role?: 'fresh' | 'drum' | 'reclaimed';
    readonly solvent: Solvent;
  })[];
  readonly lines: readonly {
    readonly id: string;
    readonly name: string;
    readonly baths: readonly string[];
    readonly own: readonly string[];
  }[];
  readonly stations: readonly {
    readonly id: string;
    readonly name: string;
    readonly kind: StationKind;
    readonly capacity: number;
    readonly vesselId?: string;
    readonly note: string;
  }[];
  readonly lamps: readonly { readonly stationId: string; readonly lamp: Lamp }[];
};

/** Where fresh liquid comes from, where spent goes, where reclaimed is kept, of a line that has them. */
const STORES = [
  { name: 'Fresh can', kind: 'can', role: 'fresh', capacityMl: 20_000, surfaceM2: 0.002 },
  { name: 'Dirty drum', kind: 'drum', role: 'drum', capacityMl: 20_000, surfaceM2: 0.003 },
  { name: 'Reclaimed bottle', kind: 'bottle', role: 'reclaimed', capacityMl: 10_000, surfaceM2: 0.001 },
] as const;

/** What a bench is begun with: one of those that ship, or a file of another workshop's. */
export type BenchFrom = BenchPreset | BenchFile;
type Begin = Pick<BenchFile, 'lines' | 'tanks' | 'places' | 'lamps' | 'walk'>;

function beginWith(from: BenchFrom): Begin {
  if (typeof from !== 'string') return from;
  const { lines, tanks = [], places, lamps }: Preset = BENCH_PRESETS[from];
  const lit = lamps.map(({ name, lamp, capacity }) => ({
    kind: LIT_AT[lamp],
    name,
    capacity,
    lamp: TYPICAL_LAMPS[lamp],
  }));
  return { lines, tanks, places, lamps: lit, walk: [] };
}

/**
 * The vessels, lines, stations and lamps of a bench to begin with and what else stands there, in the order in which they are
 * walked by. @param order names in another order; what it does not name comes after
 */
export function benchOf(from: BenchFrom, also: readonly Also[] = [], order: readonly string[] = []): BenchBegun {
  const { lines, tanks, places, lamps, walk } = beginWith(from);
  let count = 0;
  const next = (of: string) => `${of}${++count}`;
  const vessels: BenchBegun['vessels'][number][] = [];
  const bathStations: BenchBegun['stations'][number][] = [];
  const addBath = ({ station, liquid, ...bath }: BathThere): string => {
    const id = next('v');
    vessels.push({ ...bath, id, kind: 'bath', solvent: liquid });
    bathStations.push({ id: next('s'), name: bath.name, kind: station, capacity: 1, vesselId: id, note: '' });
    return id;
  };
  const laid = lines.map(({ name, baths, stores }) => {
    const ids = baths.map(addBath);
    const liquid = baths[0]?.liquid ?? 'isopropanol';
    const own = (stores ? STORES : []).map((store) => {
      const id = next('v');
      vessels.push({ ...store, id, solvent: liquid, agitation: 'hand' });
      return id;
    });
    return { id: next('l'), name, baths: ids, own, liquid };
  });
  for (const tank of tanks) addBath(tank);
  for (const { thing, name } of also) {
    const { station, bath: usual } = benchThing(thing);
    if (!usual) continue;
    const id = addBath({ ...usual, station, name });
    const joins = lineToJoin(thing, usual.liquid, laid);
    laid.find((line) => line.id === joins)?.baths.push(id);
  }
  const others = also.map(({ thing, name }) => ({ ...benchThing(thing), name }));
  const placed = [
    ...places,
    ...others.flatMap(({ station: kind, bath: wet, lamp, ...rest }) => (wet || lamp ? [] : [{ ...rest, kind }])),
  ].map(({ kind, name, capacity }) => ({ id: next('s'), name, kind, capacity, note: '' }));
  const alsoLit = others.flatMap(({ lamp, name, capacity }) =>
    lamp ? [{ kind: LIT_AT[lamp], name, capacity, lamp: TYPICAL_LAMPS[lamp] }] : [],
  );
  const lit = [...lamps, ...alsoLit].map(({ kind, name, lamp, capacity }) => ({
    station: { id: next('s'), name, kind, capacity, note: '' },
    lamp,
  }));
  const drip = placed.filter(({ kind }) => kind === 'drip-rack');
  return {
    vessels,
    lines: laid.map(({ liquid: _, ...line }) => line),
    stations: walked(
      [
        ...drip,
        ...bathStations,
        ...placed.filter(({ kind }) => kind !== 'drip-rack'),
        ...lit.map(({ station }) => station),
      ],
      order.length > 0 ? order : walk,
    ),
    lamps: lit.map(({ station, lamp }) => ({ stationId: station.id, lamp })),
  };
}
/** In the order of a walk, what it does not name as it stands. */
function walked<S extends { readonly name: string }>(stations: readonly S[], walk: readonly string[]): readonly S[] {
  if (walk.length === 0) return stations;
  const at = (name: string) => (walk.includes(name) ? walk.indexOf(name) : walk.length);
  return [...stations].sort((a, b) => at(a.name) - at(b.name));
}
const LIT_AT = { box: 'lamp', small: 'lamp', sun: 'sun', oven: 'oven' } as const satisfies Record<
  TypicalLamp,
  StationKind
>;
