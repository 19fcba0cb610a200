import type { StationKind } from '../bench/index.ts';
import { type Lamp, SUNNY_SILL } from '../light/index.ts';
import type { Agitation, Solvent } from '../wash/index.ts';

/** A bath as it stands on a bench that is begun with. */
type BathThere = {
  readonly name: string;
  readonly station: Extract<StationKind, 'bath' | 'jar' | 'bowl' | 'tank'>;
  readonly liquid: Solvent;
  readonly agitation: Agitation;
  readonly capacityMl: number;
  /** open face, m² */
  readonly surfaceM2: number;
};
type Preset = {
  /** lines of baths, the dirtiest first */
  readonly lines: readonly { readonly name: string; readonly baths: readonly BathThere[]; readonly stores?: true }[];
  /** baths that stand by themselves */
  readonly tanks?: readonly BathThere[];
  readonly places: readonly { readonly kind: StationKind; readonly name: string; readonly capacity: number }[];
  readonly lamps: readonly { readonly name: string; readonly lamp: TypicalLamp; readonly capacity: number }[];
};

const jar = (name: string): BathThere => ({
  name,
  station: 'jar',
  liquid: 'isopropanol',
  agitation: 'hand',
  capacityMl: 1500,
  surfaceM2: 0.012,
});
const machine = (name: string, liquid: Solvent = 'isopropanol'): BathThere => ({
  name,
  station: 'bath',
  liquid,
  agitation: 'impeller',
  capacityMl: 4000,
  surfaceM2: 0.035,
});
const bowl = (name: string): BathThere => ({
  name,
  station: 'bowl',
  liquid: 'water',
  agitation: 'hand',
  capacityMl: 2500,
  surfaceM2: 0.05,
});
const RACK = { kind: 'drying-rack', name: 'Drying rack', capacity: 6 } as const;
const MAT = { kind: 'mat', name: 'Trim mat', capacity: 2 } as const;
const DRIP = { kind: 'drip-rack', name: 'Drip rack', capacity: 3 } as const;
const BOX = { name: 'Lamp box', lamp: 'box', capacity: 1 } as const;
const SMALL = { name: 'Small lamp', lamp: 'small', capacity: 1 } as const;
const SUN = { name: 'Window sill', lamp: 'sun', capacity: 3 } as const;

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
    tanks: [{ ...jar('Jar of the tub'), station: 'tank', agitation: 'ultrasonic', capacityMl: 800 }],
    places: [DRIP, RACK, MAT],
    lamps: [BOX, SMALL],
  },
  'several lines': {
    lines: [
      { name: 'Alcohol', baths: [machine('First bath'), machine('Clean bath')], stores: true },
      { name: 'Water', baths: [bowl('First bowl'), bowl('Clear bowl')] },
    ],
    tanks: [{ ...jar('Jar of the tub'), station: 'tank', agitation: 'ultrasonic', capacityMl: 800 }],
    places: [DRIP, RACK, MAT, { kind: 'warm-dip', name: 'Warm dip', capacity: 1 }],
    lamps: [BOX, SMALL, SUN],
  },
} as const satisfies Record<string, Preset>;
export type BenchPreset = keyof typeof BENCH_PRESETS;
export const BENCH_PRESET_IDS = Object.keys(BENCH_PRESETS) as readonly BenchPreset[];

/** Light sources that nobody has described yet: usual ones, of which the light is only known to a third. Engineering guesses. */
const TYPICAL = {
  box: {
    kind: 'box',
    groups: [{ shape: 'columns', columns: 3, each: 8, radiusMm: 110, fromMm: 10, toMm: 190, powerMW: 380 }],
    turntable: true,
    tableRadiusMm: 90,
    heightMm: 200,
    tableTransmission: 0.85,
    floorBelowMm: 12,
    floorReflectance: 0.8,
    wallReflectance: 0.55,
    wallAreaMm2: 240_000,
    heatsK: 8,
    timerStepS: 60,
    hours: 0,
    fadesPer1000h: 0.15,
  },
  small: {
    kind: 'small',
    groups: [{ shape: 'ring', count: 12, radiusMm: 60, zMm: 80, downDeg: 35, powerMW: 75 }],
    turntable: false,
    tableRadiusMm: 50,
    heightMm: 85,
    tableTransmission: 0,
    floorBelowMm: 0,
    floorReflectance: 0,
    wallReflectance: 0.7,
    wallAreaMm2: 60_000,
    heatsK: 3,
    timerStepS: 30,
    cutOutS: 90,
    hours: 0,
    fadesPer1000h: 0.2,
  },
  sun: SUNNY_SILL,
} satisfies Record<string, Lamp>;
type TypicalLamp = keyof typeof TYPICAL;

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

/** The vessels, lines, stations and lamps of a bench to begin with, in the order in which they are walked by. */
export function benchOf(preset: BenchPreset): BenchBegun {
  const { lines, tanks = [], places, lamps }: Preset = BENCH_PRESETS[preset];
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
    const own = (stores ? STORES : []).map((store) => {
      const id = next('v');
      vessels.push({ ...store, id, solvent: baths[0]!.liquid, agitation: 'hand' });
      return id;
    });
    return { id: next('l'), name, baths: ids, own };
  });
  for (const tank of tanks) addBath(tank);
  const placed = places.map(({ kind, name, capacity }) => ({ id: next('s'), name, kind, capacity, note: '' }));
  const lit = lamps.map(({ name, lamp, capacity }) => ({
    station: { id: next('s'), name, kind: lamp === 'sun' ? ('sun' as const) : ('lamp' as const), capacity, note: '' },
    lamp: TYPICAL[lamp] as Lamp,
  }));
  const drip = placed.filter(({ kind }) => kind === 'drip-rack');
  return {
    vessels,
    lines: laid,
    stations: [
      ...drip,
      ...bathStations,
      ...placed.filter(({ kind }) => kind !== 'drip-rack'),
      ...lit.map(({ station }) => station),
    ],
    lamps: lit.map(({ station, lamp }) => ({ stationId: station.id, lamp })),
  };
}
