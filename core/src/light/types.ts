import type { Medium } from '../cure/index.ts';
import type { ShadowTree, Vec3 } from '../mesh/index.ts';

/** One light-emitting diode: Lambertian of exponent m about its axis. */
export type Led = {
  readonly posMm: Vec3;
  /** the way it shines; any length */
  readonly dir: Vec3;
  readonly powerMW: number;
  /** 1 for a bare chip; larger behind a lens */
  readonly m: number;
  /** stands among the parts and turns with them, as a rod in a hollow does */
  readonly rides?: boolean;
};

/** What lies around the parts and sends light on. Heights in mm above the turntable's plane. */
export type Surroundings = {
  /** a mirror below everything */
  readonly floor?: { readonly zMm: number; readonly reflectance: number } | undefined;
  /** the disc the parts stand on: 0 opaque, about 0.9 for clear plastic */
  readonly table?: { readonly zMm: number; readonly radiusMm: number; readonly transmission: number } | undefined;
  /** white walls about the whole; the port is an opening that swallows light */
  readonly walls?:
    | {
        readonly reflectance: number;
        readonly areaMm2: number;
        readonly portMm2?: number | undefined;
        /** default 0.3: an engineering guess */
        readonly partReflectance?: number | undefined;
      }
    | undefined;
  /** default air */
  readonly medium?: Medium | undefined;
};

/** Points on a surface: at and normal hold three numbers each, mm and unit length. */
export type Samples = {
  readonly count: number;
  readonly at: Float32Array;
  readonly normal: Float32Array;
  /** surface that one sample stands for; 0 for single points */
  readonly areaMm2Each: number;
};

export type LightScene = Surroundings & {
  readonly leds: readonly Led[];
  /** what throws shadows: the parts themselves and their neighbours; none for free points */
  readonly parts?: ShadowTree | undefined;
  /** whole surface of the parts, for what they throw back; default: that of the samples */
  readonly partAreaMm2?: number | undefined;
  /** turns of the table, spread evenly; 1 for parts that stand still */
  readonly angles?: number | undefined;
  /** shadow rays start this far off the surface, mm */
  readonly offsetMm?: number | undefined;
  readonly opennessRays?: number | undefined;
  /** every sample sees every LED in every turn: slower, for comparison */
  readonly exact?: boolean | undefined;
};

export const DEFAULT_OPENNESS_RAYS = 25;
