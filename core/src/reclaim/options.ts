import { isAlcohol, type Solvent } from '../liquids/index.ts';
import type { Prices } from '../prices/index.ts';
import { bathDensityGPerMl } from '../solvent/index.ts';
import { distil, USUAL_STILL_W } from './distil.ts';
import { DEFAULT_PASS, hardenFilterPasses, type PassConstants, type PassPrices } from './hardenFilter.ts';
import { panDays, type Weather } from './pan.ts';
import { DAY_S, type RunKind, runKind } from './run/index.ts';

/** Used liquid, and what could be done with it. */
export type DirtyLiquid = {
  readonly litres: number;
  readonly loadPctW: number;
  /** alcohol in alcohol + water */
  readonly strengthPctW: number;
  readonly solvent: Solvent;
};
export type Here = {
  readonly prices: Prices;
  readonly pass?: PassConstants | undefined;
  /** of the still's plug; default 400 */
  readonly powerW?: number;
  readonly altitudeM?: number;
  readonly panAreaM2?: number | undefined;
  readonly weather?: Weather;
};
export type OptionKind = RunKind | 'buy new';
export const COST_PARTS = ['fresh', 'handing over', 'hands', 'papers', 'power'] as const;
export type CostPart = (typeof COST_PARTS)[number];

export type ReclaimOption = {
  readonly kind: OptionKind;
  /** of harden and filter, the number worth most */
  readonly passes?: number;
  readonly backL: number;
  readonly backPctW: number;
  readonly backStrengthPctW: number;
  /** from the first pour to the last, days */
  readonly days: number;
  readonly handsMin: number;
  readonly kWh: number;
  readonly sludgeKg: number;
  readonly vapourKg: number;
  /** to have as many usable litres again */
  readonly costs: Readonly<Record<CostPart, number>>;
  readonly cost: number;
  /** against handing all over and buying new */
  readonly saves: number;
  /** from so many litres on it is cheaper than buying new; nothing where it never is */
  readonly paysFromL?: number;
};

/** Minutes of hands. Engineering guesses. */
const HANDS_MIN = { pour: 10, pass: 20, setUpStill: 25, emptyStill: 15, scrape: 15, buy: 10 } as const;
/** Nobody leaves a still: of its minutes so many are lost to other work. */
const WATCHED_SHARE = 0.5;
const USUAL_PAN_M2 = 0.25;
/** A mild, dry day. */
export const MILD_DAY: Weather = { tempC: 16, humidityPct: 65, windMPerS: 1.5, netRadiationMJ: 9 };
/** Alcohol leaves a pan outdoors about so fast. Engineering guess from the evaporation model in moving air, mm a day. */
const ALCOHOL_MM_PER_DAY = 12;
/** At this load reclaimed liquid washes no more; below it is worth its share of fresh. */
const WORTHLESS_PCT_W = 5;
const MOST_LITRES = 200;

/**
 * What can be done with used liquid, each with what comes back and what it costs to have as many usable litres again; the cheapest first.
 * @throws RangeError for less than 0.05 L
 */
export function reclaimOptions(dirty: DirtyLiquid, here: Here): readonly ReclaimOption[] {
  const buy = priced(dirty, here, buyNew(dirty));
  return kindsFor(dirty.solvent)
    .map((kind) => {
      const option = priced(dirty, here, bareOption(kind, dirty, here));
      const saves = buy.cost - option.cost;
      return { ...option, saves, ...(kind === 'buy new' ? {} : paysFrom(kind, dirty, here)) };
    })
    .sort((a, b) => a.cost - b.cost);
}

const kindsFor = (solvent: Solvent): readonly OptionKind[] =>
  isAlcohol(solvent) ? ['harden-filter', 'distil', 'evaporate', 'buy new'] : ['pan', 'buy new'];

type Bare = Omit<ReclaimOption, 'costs' | 'cost' | 'saves' | 'paysFromL'>;
const densityOf = ({ strengthPctW, loadPctW, solvent }: DirtyLiquid): number =>
  bathDensityGPerMl({ strengthPctW, loadPctW, tempC: 20, solvent });

function bareOption(kind: OptionKind, dirty: DirtyLiquid, here: Here): Bare {
  switch (kind) {
    case 'harden-filter':
      return filtered(dirty, here);
    case 'distil':
      return distilled(dirty, here);
    case 'evaporate':
    case 'pan':
      return dried(kind, dirty, here);
    case 'buy new':
      return buyNew(dirty);
  }
}

/** What a pass costs here, and what its liquid is worth. @param densityGPerMl of the liquid */
export const passPrices = (prices: Prices, densityGPerMl: number): PassPrices => ({
  freshPerKg: prices.freshPerL / densityGPerMl,
  perPass: (HANDS_MIN.pass / 60) * prices.handsPerH + prices.filterEach,
  worthlessPctW: WORTHLESS_PCT_W,
});

function filtered(dirty: DirtyLiquid, { pass = DEFAULT_PASS, prices }: Here): Bare {
  const massG = Math.max(1, 1000 * dirty.litres * densityOf(dirty));
  const { passes, best } = hardenFilterPasses(massG, dirty.loadPctW, {
    constants: pass,
    prices: passPrices(prices, densityOf({ ...dirty, loadPctW: 0 })),
  });
  const end = passes[best - 1]!;
  const backG = massG * end.yield;
  const vapourG = massG * pass.lossShare * best;
  return {
    kind: 'harden-filter',
    passes: best,
    backL: backG / 1000 / densityOf({ ...dirty, loadPctW: end.loadPctW }),
    backPctW: end.loadPctW,
    backStrengthPctW: dirty.strengthPctW,
    days: (best * runKind('harden-filter').waitsS.stand!) / DAY_S,
    handsMin: HANDS_MIN.pour + best * HANDS_MIN.pass,
    kWh: 0,
    sludgeKg: (massG - backG - vapourG) / 1000,
    vapourKg: vapourG / 1000,
  };
}

function distilled(dirty: DirtyLiquid, { powerW = USUAL_STILL_W, altitudeM = 0 }: Here): Bare {
  const massG = Math.max(2, 1000 * dirty.litres * densityOf(dirty));
  const resinG = (massG * dirty.loadPctW) / 100;
  const isopropanolG = ((massG - resinG) * dirty.strengthPctW) / 100;
  const run = distil({ isopropanolG, waterG: massG - resinG - isopropanolG, resinG }, { powerW, altitudeM });
  const overG = massG - run.sludgeG;
  return {
    kind: 'distil',
    backL: overG / 1000 / bathDensityGPerMl({ ...dirty, strengthPctW: run.strengthPctW, loadPctW: 0, tempC: 20 }),
    backPctW: 0,
    backStrengthPctW: run.strengthPctW,
    days: run.minutes / 60 / 24,
    handsMin: HANDS_MIN.setUpStill + HANDS_MIN.emptyStill + WATCHED_SHARE * run.minutes,
    kWh: run.kWh,
    sludgeKg: run.sludgeG / 1000,
    vapourKg: 0.01 * (massG / 1000),
  };
}

function dried(kind: 'evaporate' | 'pan', dirty: DirtyLiquid, here: Here): Bare {
  const massG = 1000 * dirty.litres * densityOf(dirty);
  const areaM2 = here.panAreaM2 ?? USUAL_PAN_M2;
  const pan = { litres: dirty.litres, areaM2, capacityL: MOST_LITRES, covered: false };
  const days =
    kind === 'pan'
      ? (panDays(pan, here.weather ?? MILD_DAY) ?? Number.POSITIVE_INFINITY)
      : dirty.litres / (ALCOHOL_MM_PER_DAY * areaM2);
  const sludgeKg = (massG * dirty.loadPctW) / 1e5;
  return {
    kind,
    backL: 0,
    backPctW: 0,
    backStrengthPctW: 0,
    days,
    handsMin: HANDS_MIN.pour + HANDS_MIN.scrape,
    kWh: 0,
    sludgeKg,
    vapourKg: massG / 1000 - sludgeKg,
  };
}

const buyNew = (_: DirtyLiquid): Bare => ({
  kind: 'buy new',
  backL: 0,
  backPctW: 0,
  backStrengthPctW: 0,
  days: 0,
  handsMin: HANDS_MIN.buy,
  kWh: 0,
  sludgeKg: 0,
  vapourKg: 0,
});

function priced(dirty: DirtyLiquid, { prices }: Here, bare: Bare): ReclaimOption {
  const usableL = bare.backL * Math.max(0, 1 - bare.backPctW / WORTHLESS_PCT_W);
  const water = !isAlcohol(dirty.solvent);
  const costs = {
    fresh: water ? 0 : Math.max(0, dirty.litres - usableL) * prices.freshPerL,
    'handing over': bare.kind === 'buy new' ? dirty.litres * prices.disposePerL : bare.sludgeKg * prices.sludgePerKg,
    hands: (bare.handsMin / 60) * prices.handsPerH,
    papers: (bare.passes ?? 0) * prices.filterEach,
    power: bare.kWh * prices.powerPerKWh,
  };
  const cost = COST_PARTS.reduce((sum, part) => sum + costs[part], 0);
  return { ...bare, costs, cost, saves: 0 };
}

/** From how many litres of the same liquid on a way is cheaper than buying new: by bisection, as both grow evenly beyond it. */
function paysFrom(kind: RunKind, dirty: DirtyLiquid, here: Here): { readonly paysFromL?: number } {
  const gains = (litres: number): boolean => {
    const some = { ...dirty, litres };
    return priced(some, here, bareOption(kind, some, here)).cost < priced(some, here, buyNew(some)).cost;
  };
  if (!gains(MOST_LITRES)) return {};
  let low = 0.05;
  let high = MOST_LITRES;
  if (gains(low)) return { paysFromL: low };
  for (let step = 0; step < 12; step++) {
    const middle = Math.sqrt(low * high);
    if (gains(middle)) high = middle;
    else low = middle;
  }
  return { paysFromL: high };
}
