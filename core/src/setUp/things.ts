import type { StationKind } from '../bench/index.ts';
import { type Lamp, NO_LIGHT, SUNNY_SILL } from '../light/index.ts';
import type { Agitation, Solvent } from '../wash/index.ts';

/** Light sources that nobody has described yet: usual ones, of which the light is only known to a third. Engineering guesses. */
export const TYPICAL_LAMPS = {
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
  oven: {
    ...NO_LIGHT,
    kind: 'oven',
    tableRadiusMm: 150,
    heightMm: 200,
    heatsK: 0,
    heaterToC: 80,
    timerStepS: 60,
  },
} satisfies Record<string, Lamp>;
export type TypicalLamp = keyof typeof TYPICAL_LAMPS;

/** A bath as it is where nobody has measured it. */
export type UsualBath = {
  readonly liquid: Solvent;
  readonly agitation: Agitation;
  readonly capacityMl: number;
  /** open face, m² */
  readonly surfaceM2: number;
};
type Thing = {
  /** what it is called where it is the only one */
  readonly name: string;
  readonly station: StationKind;
  /** batches that find room there at once */
  readonly capacity: number;
  readonly bath?: UsualBath;
  readonly lamp?: TypicalLamp;
};

/** Everything that can be put on a bench, as it usually is. A new one is a line here. */
export const THINGS = {
  jar: {
    name: 'Jar',
    station: 'jar',
    capacity: 1,
    bath: { liquid: 'isopropanol', agitation: 'hand', capacityMl: 1500, surfaceM2: 0.012 },
  },
  'machine-bath': {
    name: 'Machine bath',
    station: 'bath',
    capacity: 1,
    bath: { liquid: 'isopropanol', agitation: 'impeller', capacityMl: 4000, surfaceM2: 0.035 },
  },
  tank: {
    name: 'Ultrasonic tank',
    station: 'tank',
    capacity: 1,
    bath: { liquid: 'isopropanol', agitation: 'ultrasonic', capacityMl: 800, surfaceM2: 0.012 },
  },
  bowl: {
    name: 'Bowl',
    station: 'bowl',
    capacity: 1,
    bath: { liquid: 'water', agitation: 'hand', capacityMl: 2500, surfaceM2: 0.05 },
  },
  'drip-rack': { name: 'Drip rack', station: 'drip-rack', capacity: 3 },
  'drying-rack': { name: 'Drying rack', station: 'drying-rack', capacity: 6 },
  mat: { name: 'Trim mat', station: 'mat', capacity: 2 },
  'warm-dip': { name: 'Warm dip', station: 'warm-dip', capacity: 1 },
  'box-lamp': { name: 'Lamp box', station: 'lamp', capacity: 1, lamp: 'box' },
  'small-lamp': { name: 'Small lamp', station: 'lamp', capacity: 1, lamp: 'small' },
  'sunny-sill': { name: 'Window sill', station: 'sun', capacity: 3, lamp: 'sun' },
  oven: { name: 'Oven', station: 'oven', capacity: 1, lamp: 'oven' },
} as const satisfies Record<string, Thing>;
export type BenchThing = keyof typeof THINGS;
export const BENCH_THING_IDS = Object.keys(THINGS) as readonly BenchThing[];
/** Those that parts are washed in. */
export type WetThing = { [K in BenchThing]: (typeof THINGS)[K] extends { bath: UsualBath } ? K : never }[BenchThing];
/** Those that parts are lit or baked in. */
export type LitThing = { [K in BenchThing]: (typeof THINGS)[K] extends { lamp: TypicalLamp } ? K : never }[BenchThing];
export const benchThing = (thing: BenchThing): Thing => THINGS[thing];

/** What else stands there, beside what a bench begins with. */
export type Also = { readonly thing: BenchThing; readonly name: string };
/** “Jar”, or “Jar 2” where there is one. */
export function freeName(usual: string, taken: readonly string[]): string {
  const names = new Set(taken.map((name) => name.toLowerCase()));
  for (let n = 1; ; n++) {
    const name = n === 1 ? usual : `${usual} ${n}`;
    if (!names.has(name.toLowerCase())) return name;
  }
}
/** The line that a new bath joins at its clean end: the only one of its liquid. A tank stands by itself. @returns its id */
export function lineToJoin(
  thing: BenchThing,
  liquid: Solvent,
  lines: readonly { readonly id: string; readonly liquid?: Solvent | undefined }[],
): string | undefined {
  const own = lines.filter((line) => line.liquid === liquid);
  return benchThing(thing).station !== 'tank' && own.length === 1 ? own[0]!.id : undefined;
}
