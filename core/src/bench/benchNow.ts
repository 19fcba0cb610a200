import type { LightCosts, PairScale } from '../cure/index.ts';
import type { Air } from '../dry/index.ts';
import type { Spaces } from '../fit/index.ts';
import type { Perhaps } from '../given/index.ts';
import type { Agitation, RecessBeliefs, Solvent } from '../wash/index.ts';
import type { BathLine } from './lines.ts';
import type { Schools } from './schools.ts';
import type { StationKind } from './stationKinds.ts';

/** A bath as the bench finds it now. */
export type BathNow = {
  readonly name: string;
  readonly loadPctW: number;
  /** where its load is in nine of ten cases, and what it is good for, where they were worked out */
  readonly range90?: readonly [number, number] | undefined;
  readonly limitPctW?: number | undefined;
  readonly strengthPctW: number;
  readonly agitation: Agitation;
  readonly solvent: Solvent;
  /** how full it is, where that is known */
  readonly volumeMl?: number;
  readonly capacityMl?: number;
  readonly surfaceM2?: number;
};
/** A light source by its last meter reading. */
export type LampNow = {
  readonly name: string;
  readonly mWPerCm2: number;
  readonly heatsK: number;
  readonly timerStepS: number;
  readonly cutOutS?: number;
  /** what its heater holds, if it has one */
  readonly heaterToC?: number;
  /** how far its light may be off either way */
  readonly doubtShare?: number | undefined;
};

/** A place of the bench where parts can be. */
export type StationNow = {
  readonly id: string;
  readonly name: string;
  readonly kind: StationKind;
  /** batches that find room there at once */
  readonly capacity: number;
};

/** The usual first alarm of vapour sensors, % of what can burn. Local codes decide. */
export const VAPOUR_ALARM_PCT_LEL = 10;

/** The room, the baths and the lamps as they are now. */
export type BenchNow = {
  readonly roomC: number;
  readonly humidityPct: number;
  readonly dryAir: Air;
  /** solvent vapour in the room as a share of what can burn, %, where a sensor was heard lately */
  readonly vapourPctLel?: number | undefined;
  /** as they stand on the bench */
  readonly stations: readonly StationNow[];
  readonly lines: readonly BathLine[];
  /** every bath, by the station it stands at */
  readonly baths: Readonly<Record<string, BathNow>>;
  /** light sources, by station */
  readonly lamps: Readonly<Record<string, LampNow>>;
  /** sizes of plate, baths, lamps and ovens, as far as they were measured */
  readonly spaces?: Spaces | undefined;
  /** what coupons and looks have shown of a resin under a lamp, by `pairKey` */
  readonly pairs?: Readonly<Record<string, PairScale>> | undefined;
  /** what a look and a spoiled batch cost in this shop; default: a minute and a half of hands, forty minutes */
  readonly lightCosts?: LightCosts | undefined;
  /** what this workshop prefers where practitioners disagree */
  readonly schools?: Perhaps<Schools> | undefined;
  /** what looks have shown of recesses, by `recessKey`: family of resin and how the liquid is moved */
  readonly recesses?: RecessBeliefs | undefined;
};
