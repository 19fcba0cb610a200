import type { BatchLight, BatchPose } from '../batch/index.ts';
import type { BenchNow, LampNow } from '../bench/index.ts';
import { stationKind } from '../bench/index.ts';
import {
  type CureConstants,
  type CureDoubt,
  type CureSetting,
  type PairScale,
  scaledConstants,
  UNTRIED,
} from '../cure/index.ts';
import { UNMETERED_SHARE } from '../light/index.ts';
import { LIGHT_EXPONENT } from '../maths/index.ts';
import { cureConstantsOf, type ResinCard } from '../resin/index.ts';
import { type BoundStep, kindOf, NOWHERE } from '../route/index.ts';
import { Z90 } from '../units/index.ts';
import type { BatchRequest } from './request.ts';
import { routeOf } from './routeOf.ts';

/** Key of a resin and a lamp in `BenchNow.pairs`. */
export const pairKey = (cardId: string, station: string): string => `${cardId} at ${station}`;

type LampAsked = Pick<BatchRequest, 'route' | 'bench' | 'light' | 'taken'> &
  Partial<Pick<BatchRequest, 'card' | 'part'>>;
const firstCure = (request: LampAsked): BoundStep | undefined =>
  routeOf(request).steps.find((step) => kindOf(step) === 'cure');

/** The light source of the route's first cure. */
export const lampOf = (request: LampAsked): LampNow =>
  lampAt(request.bench, lampStation(request)) ?? lampAt(request.bench, mainLamp(request.bench)) ?? NO_LAMP;
/** Where the route's first cure is done. */
export const lampStation = (request: LampAsked): string =>
  request.light?.station ?? firstCure(request)?.station ?? mainLamp(request.bench);

/** The lamp at a station, by its last meter reading. */
export const lampAt = ({ lamps }: Pick<BenchNow, 'lamps'>, station: string): LampNow | undefined => lamps[station];
/** The first light source that stands on the bench; NOWHERE where there is none. */
export const mainLamp = ({ stations, lamps }: Pick<BenchNow, 'stations' | 'lamps'>): string =>
  stations.find(({ id, kind }) => stationKind(kind).lights && lamps[id])?.id ?? NOWHERE;
/** Stands where a bench has no light: too little to plan on. */
export const NO_LAMP: LampNow = { name: 'No lamp', mWPerCm2: 0.01, heatsK: 0, timerStepS: 60, doubtShare: 1 };

const pairOf = (request: BatchRequest): PairScale | undefined =>
  request.bench.pairs?.[pairKey(request.card.id, lampStation(request))];

/** Light of the batch's map, or even light from the lamp's last meter reading; constants as this lamp has shown the resin. */
export function cureSetting(request: BatchRequest): CureSetting {
  const lamp = lampOf(request);
  const step = firstCure(request);
  const { light, cureIn } = request;
  const even = evenLight(lamp);
  const coldMWPerCm2 = light
    ? Math.max(
        LEAST_MW_PER_CM2,
        meanOf(light, (pose) => pose.coldMWPerCm2),
      )
    : even.coldMWPerCm2;
  return {
    constants: constantsUnder(request.card, pairOf(request)),
    wallMm: request.part.wallMm,
    coldMWPerCm2,
    hotMWPerCm2: light
      ? Math.max(
          coldMWPerCm2,
          meanOf(light, (pose) => pose.hotMWPerCm2),
        )
      : even.hotMWPerCm2,
    medium: cureIn?.medium ?? step?.medium ?? request.card.cureMedium,
    tempC: cureIn ? (cureIn.tempC ?? request.bench.roomC) : (step?.tempC ?? request.bench.roomC),
    lampHeatsK: lamp.heatsK,
    ...entersWarm(request),
  };
}
/** A resin's constants as a lamp has shown them, where one has. */
export function constantsUnder(card: ResinCard, pair: PairScale | undefined): CureConstants {
  const constants = cureConstantsOf(card);
  return pair ? scaledConstants(constants, pair) : constants;
}
/** Parts that come straight out of a warm box are warm already; everything else goes in at the room's temperature. */
function entersWarm(request: BatchRequest): Pick<CureSetting, 'entersC'> {
  const { steps } = routeOf(request);
  const before = steps[steps.findIndex((step) => kindOf(step) === 'cure') - 1];
  return before?.type === 'preheat' ? { entersC: before.tempC ?? WARM_BOX_C } : { entersC: request.bench.roomC };
}
const WARM_BOX_C = 40;
/** Less light is not planned with. */
export const LEAST_MW_PER_CM2 = 0.01;
const meanOf = ({ poses }: BatchLight, pick: (pose: BatchPose) => number): number =>
  poses.reduce((sum, pose) => sum + pick(pose), 0) / poses.length;

/** How far rate and harmful dose may be off: by the resin, as coupons have narrowed it, and by the lamp, as its meter has. */
export function cureDoubt(request: BatchRequest): CureDoubt {
  // a rod is never metered
  const lampShare = Math.max(lampOf(request).doubtShare ?? 0, request.light?.inside ? UNMETERED_SHARE : 0);
  return doubtOf(pairOf(request), lampShare);
}

/** The same by what is known of the resin under the lamp, and how far the lamp's light may be off. */
export function doubtOf(pair: PairScale | undefined, lampShare: number): CureDoubt {
  const rate = pair ? Math.expm1(Z90 * pair.lnRateSd) : UNTRIED.rate;
  const dose = pair ? Math.expm1(Z90 * pair.lnDoseSd) : UNTRIED.dose;
  return { rate: Math.hypot(rate, LIGHT_EXPONENT * lampShare), dose: Math.hypot(dose, lampShare) };
}

/** Share of the metered light at the coldest and hottest spot while no light map is made. Engineering guesses for a turntable box. */
export const EVEN_LIGHT = { cold: 0.85, hot: 1.15 } as const;
/** Coldest and hottest spot under a lamp while no light map is made. */
export const evenLight = ({ mWPerCm2 }: Pick<LampNow, 'mWPerCm2'>) => ({
  coldMWPerCm2: mWPerCm2 * EVEN_LIGHT.cold,
  hotMWPerCm2: mWPerCm2 * EVEN_LIGHT.hot,
});
