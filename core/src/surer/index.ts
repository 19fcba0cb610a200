import { type BenchNow, type LampNow, stationKind } from '../bench/index.ts';
import { narrowing } from '../care/index.ts';
import {
  type CureSetting,
  cureWindow,
  cureWindowRange,
  decideFirstLight,
  edgesOf,
  expectedCost,
  type PairScale,
} from '../cure/index.ts';
import { constantsUnder, doubtOf, evenLight, PLAIN_WALL_MM, pairKey } from '../plan/index.ts';
import type { ReadingKind } from '../reading/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { Z90 } from '../units/index.ts';

/** A few minutes of work after which something is known better. */
export type Surer = {
  readonly act:
    | { readonly kind: 'meter'; readonly station: string }
    | { readonly kind: 'coupons'; readonly cardId: string; readonly station: string }
    | { readonly kind: 'read'; readonly bathId: string; readonly by: ReadingKind };
  /** the lamp, the resin, the bath */
  readonly name: string;
  /** under which lamp, for coupons */
  readonly under?: string;
  /** of hands */
  readonly minutes: number;
  /** known to: ± share of light or rate; for a bath its range, % */
  readonly before: readonly [number, number];
  readonly after: readonly [number, number];
  /** work that it is expected to save, min a batch */
  readonly savesMinPerBatch: number;
};

type BathKnown = {
  readonly id: string;
  readonly name: string;
  readonly loadPctW: number;
  readonly limitPctW: number;
  readonly range90: readonly [number, number];
  readonly batchesLeft: number;
};
export type SurerView = {
  readonly bench: BenchNow;
  readonly baths: readonly BathKnown[];
  readonly cards: readonly ResinCard[];
};

/** Three places of a lamp under a meter. */
const METER_MIN = 2;
/** A meter that is right to a twentieth, and places that agree as well. */
const METERED_SHARE = 0.07;
/** Two presses for each of eight coupons. */
const COUPONS_MIN = 5;
/** What eight coupons leave open of rate and dose, as a share. An engineering guess; the ladder says its own. */
const COUPON_SD = 0.1;
/** A change of a bath, and washing a batch again that a dirty bath left sticky. Engineering guesses. */
const CHANGE_MIN = 10;
const REWASH_MIN = 8;
/** Mean distance of a normal value from its middle, in standard deviations: √(2/π). */
const MEAN_OFF = Math.sqrt(2 / Math.PI);
/** A bench has a scale; other instruments are for those who have them. */
const BY_SCALE: ReadonlySet<ReadingKind> = new Set(['flask', 'residue']);
/** Less is not worth naming, min a batch. */
const LEAST_SAVED_MIN = 0.02;

/** What would make this workshop surer, by what it saves for the work that it takes: the best first. */
export function gettingSurer(view: SurerView): readonly Surer[] {
  const { bench, cards } = view;
  const lamps = bench.stations.flatMap(({ id, kind }): readonly LampKnown[] => {
    const lamp = bench.lamps[id];
    if (!lamp || stationKind(kind).lights !== 'lamp') return [];
    const resins = cards.map((card) => {
      const pair = bench.pairs?.[pairKey(card.id, id)];
      return { card, pair, nowMin: costMin(bench, card, lamp, pair) };
    });
    return [{ station: id, lamp, resins }];
  });
  return [
    ...lamps.flatMap((known) => meterIt(bench, known)),
    ...lamps.flatMap((known) => known.resins.flatMap((resin) => ladderOf(bench, known, resin))),
    ...view.baths.flatMap(readIt),
  ]
    .filter(({ savesMinPerBatch }) => savesMinPerBatch > LEAST_SAVED_MIN)
    .sort((a, b) => b.savesMinPerBatch / b.minutes - a.savesMinPerBatch / a.minutes);
}

/** A resin under a lamp: what is known of both together, and what lighting it is expected to cost as it is, min of work. */
type ResinKnown = { readonly card: ResinCard; readonly pair?: PairScale | undefined; readonly nowMin: number };
type LampKnown = { readonly station: string; readonly lamp: LampNow; readonly resins: readonly ResinKnown[] };

function meterIt(bench: BenchNow, { station, lamp, resins }: LampKnown): readonly Surer[] {
  const { doubtShare = 0 } = lamp;
  if (doubtShare <= METERED_SHARE || resins.length === 0) return [];
  const metered = { ...lamp, doubtShare: METERED_SHARE };
  const saved = resins.map(({ card, pair, nowMin }) => nowMin - costMin(bench, card, metered, pair));
  return [
    {
      act: { kind: 'meter', station },
      name: lamp.name,
      minutes: METER_MIN,
      before: [-doubtShare, doubtShare],
      after: [-METERED_SHARE, METERED_SHARE],
      savesMinPerBatch: saved.reduce((sum, one) => sum + one, 0) / saved.length,
    },
  ];
}

function ladderOf(bench: BenchNow, { station, lamp }: LampKnown, { card, pair, nowMin }: ResinKnown): readonly Surer[] {
  // what a validated procedure says is not learned anew
  if (card.procedure || (pair && pair.lnRateSd <= COUPON_SD)) return [];
  const known: PairScale = {
    ...(pair ?? { lnRate: 0, lnDose: 0 }),
    lnRateSd: COUPON_SD,
    lnDoseSd: Math.min(pair?.lnDoseSd ?? COUPON_SD, COUPON_SD),
  };
  // coupons are lit by the lamp itself: what its meter does not know is in their times already
  const after = costMin(bench, card, { ...lamp, doubtShare: 0 }, known);
  const off = (sd: PairScale | undefined, share: number) => doubtOf(sd, share).rate;
  return [
    {
      act: { kind: 'coupons', cardId: card.id, station },
      name: card.name,
      under: lamp.name,
      minutes: COUPONS_MIN,
      before: [-off(pair, lamp.doubtShare ?? 0), off(pair, lamp.doubtShare ?? 0)],
      after: [-off(known, 0), off(known, 0)],
      savesMinPerBatch: nowMin - after,
    },
  ];
}

/** What lighting a usual part of a resin under a lamp is expected to cost, min of work; nothing where no light is planned at all. */
function costMin(bench: BenchNow, card: ResinCard, lamp: LampNow, pair: PairScale | undefined): number {
  const setting: CureSetting = {
    constants: constantsUnder(card, pair),
    wallMm: PLAIN_WALL_MM,
    ...evenLight(lamp),
    medium: card.cureMedium,
    tempC: bench.roomC,
    entersC: bench.roomC,
    lampHeatsK: lamp.heatsK,
  };
  const edges = edgesOf(cureWindow(setting), cureWindowRange(setting, doubtOf(pair, lamp.doubtShare ?? 0)));
  const first = edges && decideFirstLight(edges, { stepS: lamp.timerStepS }, bench.lightCosts);
  return first ? expectedCost(edges, first, bench.lightCosts).cost / 60 : 0;
}

/**
 * A bath that is known badly is changed too early or too late: so many batches off as its load is, half of them too early, each
 * a share of a change, half too late, each to be washed again.
 */
function readIt({ id, name, loadPctW, limitPctW, range90, batchesLeft }: BathKnown): readonly Surer[] {
  const sdPctW = (range90[1] - range90[0]) / (2 * Z90);
  const perBatchPctW = (limitPctW - loadPctW) / batchesLeft;
  if (!(perBatchPctW > 0 && Number.isFinite(perBatchPctW))) return [];
  const ofAFill = limitPctW / perBatchPctW;
  const offBatches = (sd: number) => (MEAN_OFF * sd) / perBatchPctW;
  const offMin = (sd: number) => offBatches(sd) * 0.5 * (CHANGE_MIN / ofAFill + REWASH_MIN);
  // over the batches that are left by its load, or by which it may be off
  const overBatches = Math.max(1, batchesLeft, offBatches(sdPctW));
  const byScale = narrowing({ loadPctW, sdPctW }).filter(({ kind }) => BY_SCALE.has(kind));
  const ways = byScale.map(
    ({ kind, minutes, sdPctW: afterSd }): Surer => ({
      act: { kind: 'read', bathId: id, by: kind },
      name,
      minutes,
      before: range90,
      after: [Math.max(0, loadPctW - Z90 * afterSd), loadPctW + Z90 * afterSd],
      savesMinPerBatch: (offMin(sdPctW) - offMin(afterSd)) / overBatches,
    }),
  );
  const [best] = ways.sort((a, b) => b.savesMinPerBatch / b.minutes - a.savesMinPerBatch / a.minutes);
  return best ? [best] : [];
}
