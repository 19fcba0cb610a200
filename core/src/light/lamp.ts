import type { Vec3 } from '../mesh/index.ts';
import { type Breach, rangeNotes } from '../units/index.ts';
import type { Led, Surroundings } from './types.ts';

/** A regular set of LEDs, described by what a ruler can measure. Heights are above the table. */
export type LedGroup = {
  readonly powerMW: number;
  /** Lambertian exponent, default 1 */
  readonly m?: number;
} & (
  | {
      /** upright strips about the table, facing its axis */
      readonly shape: 'columns';
      readonly columns: number;
      readonly each: number;
      readonly radiusMm: number;
      readonly fromMm: number;
      readonly toMm: number;
      readonly firstDeg?: number;
    }
  | {
      /** one ring, tilted down towards the table */
      readonly shape: 'ring';
      readonly count: number;
      readonly radiusMm: number;
      readonly zMm: number;
      /** 0 faces the axis, 90 faces straight down */
      readonly downDeg: number;
    }
  | {
      /** a flat panel above or below, or at a wall */
      readonly shape: 'panel';
      readonly rows: number;
      readonly columns: number;
      readonly sizeMm: readonly [number, number];
      readonly centreMm: Vec3;
      readonly facing: 'down' | 'up' | 'left' | 'right' | 'front' | 'back';
    }
  | {
      /** a thin rod of LEDs that shine all round: goes into hollows */
      readonly shape: 'rod';
      readonly rings: number;
      readonly perRing: number;
      readonly fromMm: number;
      readonly toMm: number;
      readonly radiusMm: number;
    }
);

export const LAMP_KINDS = ['box', 'small', 'sun', 'oven'] as const;
/** A light source as the workshop describes it. */
export type Lamp = {
  readonly kind: (typeof LAMP_KINDS)[number];
  readonly groups: readonly LedGroup[];
  readonly turntable: boolean;
  /** room for parts: radius of the table, and height above it, mm */
  readonly tableRadiusMm: number;
  readonly heightMm: number;
  /** of the disc: 0 opaque, 0.9 clear */
  readonly tableTransmission: number;
  /** the floor lies this far below the table */
  readonly floorBelowMm: number;
  /** 0 plain, 0.85 to 0.95 mirrored */
  readonly floorReflectance: number;
  readonly wallReflectance: number;
  readonly wallAreaMm2: number;
  readonly portMm2?: number | undefined;
  /** warmer than the room after ten minutes, K */
  readonly heatsK: number;
  /** its heater can hold this */
  readonly heaterToC?: number | undefined;
  readonly timerStepS: number;
  readonly cutOutS?: number | undefined;
  readonly hours: number;
  /** light lost in 1,000 hours, share */
  readonly fadesPer1000h: number;
  /** last time it was metered: what the meter showed over what the description says */
  readonly metered?: { readonly scale: number; readonly hours: number; readonly spreadPct: number } | undefined;
};
/** By ruler, clock and data sheet alone. */
export type LampDescription = Omit<Lamp, 'metered'>;

/** A place that gives no light of its own: the day on a sill, the warmth of an oven. */
export const NO_LIGHT = {
  groups: [],
  turntable: false,
  tableTransmission: 0,
  floorBelowMm: 0,
  floorReflectance: 0,
  wallReflectance: 0,
  wallAreaMm2: 0,
  hours: 0,
  fadesPer1000h: 0,
} as const satisfies Partial<Lamp>;
/** A sill in the sun. */
export const SUNNY_SILL: Lamp = {
  ...NO_LIGHT,
  kind: 'sun',
  tableRadiusMm: 200,
  heightMm: 300,
  heatsK: 2,
  timerStepS: 600,
};

const FACING: Readonly<Record<'down' | 'up' | 'left' | 'right' | 'front' | 'back', Vec3>> = {
  down: [0, 0, -1],
  up: [0, 0, 1],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  front: [0, -1, 0],
  back: [0, 1, 0],
};
const spread = (count: number, from: number, to: number): readonly number[] =>
  Array.from({ length: count }, (_, i) => (count === 1 ? (from + to) / 2 : from + ((to - from) * i) / (count - 1)));
const around = (count: number, firstDeg = 0): readonly number[] =>
  Array.from({ length: count }, (_, i) => ((firstDeg + (360 * i) / count) * Math.PI) / 180);

/** Every LED of a group, in the frame of the table, mm. */
export function ledsOfGroup(group: LedGroup): readonly Led[] {
  const { powerMW, m = 1 } = group;
  switch (group.shape) {
    case 'columns':
      return around(group.columns, group.firstDeg).flatMap((angle) =>
        spread(group.each, group.fromMm, group.toMm).map((z) => ({
          posMm: [group.radiusMm * Math.cos(angle), group.radiusMm * Math.sin(angle), z] as const,
          dir: [-Math.cos(angle), -Math.sin(angle), 0] as const,
          powerMW,
          m,
        })),
      );
    case 'ring': {
      const down = (group.downDeg * Math.PI) / 180;
      return around(group.count).map((angle) => ({
        posMm: [group.radiusMm * Math.cos(angle), group.radiusMm * Math.sin(angle), group.zMm] as const,
        dir: [-Math.cos(angle) * Math.cos(down), -Math.sin(angle) * Math.cos(down), -Math.sin(down)] as const,
        powerMW,
        m,
      }));
    }
    case 'panel': {
      const dir = FACING[group.facing];
      const axes = [0, 1, 2].filter((axis) => dir[axis] === 0) as [number, number];
      const [across, along] = [group.sizeMm[0] / 2, group.sizeMm[1] / 2];
      return spread(group.columns, -across, across).flatMap((u) =>
        spread(group.rows, -along, along).map((v) => {
          const posMm: [number, number, number] = [...group.centreMm];
          posMm[axes[0]]! += u;
          posMm[axes[1]]! += v;
          return { posMm, dir, powerMW, m };
        }),
      );
    }
    case 'rod':
      return spread(group.rings, group.fromMm, group.toMm).flatMap((z, ring) =>
        around(group.perRing, (180 * ring) / group.perRing).map((angle) => ({
          posMm: [group.radiusMm * Math.cos(angle), group.radiusMm * Math.sin(angle), z] as const,
          dir: [Math.cos(angle), Math.sin(angle), 0] as const,
          powerMW,
          m,
        })),
      );
  }
}

/** Light that is left of what the description says: by the meter, and by the hours since. */
export function lampShare({ metered, hours, fadesPer1000h }: Lamp): number {
  const since = Math.max(0, hours - (metered?.hours ?? 0));
  return (metered?.scale ?? 1) * (1 - fadesPer1000h) ** (since / 1000);
}

/** The LEDs as strong as they are now. */
export function ledsNow(lamp: Lamp): readonly Led[] {
  const share = lampShare(lamp);
  return lamp.groups.flatMap(ledsOfGroup).map((led) => ({ ...led, powerMW: led.powerMW * share }));
}

/** How far a light that never had a meter before it may be off. An engineering guess. */
export const UNMETERED_SHARE = 0.35;

/** How far the light may be off either way, share: narrow after a meter check, wide for a lamp that never had one. */
export function lampDoubt({ metered, hours, fadesPer1000h }: Lamp): number {
  if (!metered) return UNMETERED_SHARE;
  const sinceShare = 1 - (1 - fadesPer1000h) ** (Math.max(0, hours - metered.hours) / 1000);
  return Math.hypot(0.05, metered.spreadPct / 100, sinceShare / 2);
}

/** Columns seen all round in one turn of the table that keep the coldest spot within 2 % of many turns: measured on three shapes. */
const LEAST_SEEN = 21;
const TURNS = [10, 11, 13, 17, 19, 23] as const;
const common = (a: number, b: number): number => (b === 0 ? a : common(b, a % b));

/** Turns of the table to average over: the fewest that do not fall in with the columns and still show enough of them. */
export function anglesOf(lamp: Lamp): number {
  if (!lamp.turntable) return 1;
  const about = Math.max(...lamp.groups.map(columnsOf), 1);
  return TURNS.find((turns) => common(turns, about) === 1 && about * turns >= LEAST_SEEN) ?? TURNS.at(-1)!;
}
const columnsOf = (group: LedGroup): number =>
  group.shape === 'columns' ? group.columns : group.shape === 'ring' ? group.count : 1;

/** The lamp's surroundings as the light map takes them; heights from the table. */
export function surroundingsOf(lamp: Lamp): Surroundings {
  return {
    floor: lamp.floorReflectance > 0 ? { zMm: -lamp.floorBelowMm, reflectance: lamp.floorReflectance } : undefined,
    table: { zMm: 0, radiusMm: lamp.tableRadiusMm, transmission: lamp.tableTransmission },
    walls:
      lamp.wallReflectance > 0
        ? { reflectance: lamp.wallReflectance, areaMm2: lamp.wallAreaMm2, portMm2: lamp.portMm2 }
        : undefined,
  };
}

const MOST_LEDS = 400;

/** Every way a description of a lamp cannot be true. Empty when it can be used. */
export function validateLamp(lamp: Lamp): readonly Breach[] {
  const breaches: Breach[] = [];
  const within = rangeNotes(breaches);
  within('tableRadiusMm', lamp.tableRadiusMm, 10, 2000);
  within('heightMm', lamp.heightMm, 10, 3000);
  within('tableTransmission', lamp.tableTransmission, 0, 1);
  within('floorBelowMm', lamp.floorBelowMm, 0, 1000);
  within('floorReflectance', lamp.floorReflectance, 0, 1);
  within('wallReflectance', lamp.wallReflectance, 0, 0.98);
  within('wallAreaMm2', lamp.wallAreaMm2, 0, 1e8);
  within('heatsK', lamp.heatsK, 0, 80);
  within('timerStepS', lamp.timerStepS, 1, 3600);
  within('cutOutS', lamp.cutOutS ?? 1, 1, 36_000);
  within('hours', lamp.hours, 0, 1e6);
  within('fadesPer1000h', lamp.fadesPer1000h, 0, 0.95);
  for (const [i, group] of lamp.groups.entries()) {
    within(`groups[${i}].powerMW`, group.powerMW, 0.01, 100_000);
    within(`groups[${i}].m`, group.m ?? 1, 0.5, 100);
  }
  const leds = ledCount(lamp);
  if (lamp.kind === 'box' || lamp.kind === 'small') within('number of LEDs', leds, 1, MOST_LEDS);
  return breaches;
}

/** LEDs of a lamp, all groups. */
export const ledCount = ({ groups }: Pick<Lamp, 'groups'>): number =>
  groups.reduce((sum, group) => sum + countOf(group), 0);

function countOf(group: LedGroup): number {
  switch (group.shape) {
    case 'columns':
      return group.columns * group.each;
    case 'ring':
      return group.count;
    case 'panel':
      return group.rows * group.columns;
    case 'rod':
      return group.rings * group.perRing;
  }
}
