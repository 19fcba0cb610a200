import type { InLine, LinePosition } from '../bench/index.ts';
import { liquid } from '../liquids/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { plainNumber } from '../units/index.ts';
import {
  type Agitation,
  actLimitsPctW,
  carryOver,
  cleanLimitPctW,
  limitPairPctW,
  recessTauS,
  type Solvent,
} from '../wash/index.ts';

/** Three fifths of what a resin may stay in solvent: one more wash and its slips must still fit. The first bath gets seven tenths of that. */
const CAP_SHARE = 0.6;
const FIRST_SHARE = 0.7;
/** A bath that takes up half as fast as fresh costs more time than solvent. */
const SLOW_SHARE = 0.5;
/** No first bath is changed below this: thick resin that asks for less is mopped or brushed first. An engineering guess. */
const LEAST_FIRST_PCT_W = 3;
const TYPICAL_PART = { areaMm2: 10_000, heightMm: 50, dripS: 300 } as const;

export type BathRole = 'first' | 'clean';
export type LimitBy = 'residue' | 'time' | 'speed' | 'shop';
/** How far a bath may go for one resin, and what says so. */
export type ResinLimit = {
  readonly cardId: string;
  readonly name: string;
  readonly limitPctW: number;
  readonly by: LimitBy;
  readonly why: string;
};
export type BathLimit = {
  readonly limitPctW: number;
  readonly by: LimitBy;
  readonly why: string;
  readonly perResin: readonly ResinLimit[];
};
export type WashShop = {
  readonly solvent: Solvent;
  readonly agitation: readonly [first: Agitation, clean: Agitation];
  readonly roomC: number;
};

/**
 * The load at which a bath no longer leaves this resin within its tolerance in the time it may stay in solvent.
 * @returns weight %, and the reason in a sentence
 * @source solvent model B, limits from the tolerance
 */
export function resinLimit(card: ResinCard, role: BathRole, shop: WashShop): ResinLimit {
  const dragUm = liquid(shop.solvent).dragFilmUm;
  const head = { cardId: card.id, name: card.name };
  if (role === 'clean') {
    const limitPctW = cleanLimitPctW(card.residueTolUm, dragUm);
    const why = `What clings is ${dragUm} µm of bath; above ${plainNumber(limitPctW)} % its resin dries to more than half of the ${card.residueTolUm} µm that ${card.name} tolerates.`;
    return { ...head, limitPctW, by: 'residue', why };
  }
  const startFilmUm = carryOver(
    { viscosityMPaS25: card.viscosityMPaS25, densityGPerMl: card.densityGPerMl },
    { ...TYPICAL_PART, tempC: shop.roomC },
  ).meanFilmUm;
  const totalS = card.exposureCapS * CAP_SHARE;
  const timesS = [totalS * FIRST_SHARE, totalS * (1 - FIRST_SHARE)] as const;
  const setting = { solvent: shop.solvent, viscosityMPaS: card.viscosityMPaS25, tempC: shop.roomC };
  const tauS = shop.agitation.map((agitation) => recessTauS({ agitation, loadPctW: 0 }, setting)) as [number, number];
  const saturationPctW = liquid(shop.solvent).saturationPctW;
  const [byTime] = limitPairPctW({ toleranceUm: card.residueTolUm, dragUm, startFilmUm, saturationPctW, tauS, timesS });
  const slow = saturationPctW * SLOW_SHARE;
  if (byTime >= slow) {
    const why = `At ${plainNumber(slow, 3)} % a bath takes up resin half as fast as fresh.`;
    return { ...head, limitPctW: slow, by: 'speed', why };
  }
  if (byTime < LEAST_FIRST_PCT_W) {
    const why = `${card.name} is not clean in ${Math.round(totalS)} s, three fifths of the ${card.exposureCapS} s it may stay in solvent, even in fresh baths: mop or brush it first. A first bath is changed at ${LEAST_FIRST_PCT_W} % for it.`;
    return { ...head, limitPctW: LEAST_FIRST_PCT_W, by: 'time', why };
  }
  const why = `Above ${plainNumber(byTime)} % ${card.name} would need more than ${Math.round(timesS[0])} s here and ${Math.round(timesS[1])} s in the clean bath, three fifths of the ${card.exposureCapS} s it may stay in solvent.`;
  return { ...head, limitPctW: byTime, by: 'time', why };
}

/** The limit of a bath: the strictest over the resins in use, or the shop's own percent when that is stricter. */
export function bathLimit(cards: readonly ResinCard[], role: BathRole, shop: WashShop, shopPctW?: number): BathLimit {
  const perResin = cards
    .filter((card) => card.solvents.includes(shop.solvent))
    .map((card) => resinLimit(card, role, shop))
    .sort((a, b) => a.limitPctW - b.limitPctW);
  const strictest = perResin[0] ?? {
    limitPctW:
      role === 'clean'
        ? cleanLimitPctW(0.8, liquid(shop.solvent).dragFilmUm)
        : liquid(shop.solvent).saturationPctW * SLOW_SHARE,
    by: 'speed' as const,
    why: 'No resin has been washed here yet: the limit of an everyday one.',
  };
  if (shopPctW !== undefined && shopPctW < strictest.limitPctW) {
    const why = `The shop set ${plainNumber(shopPctW)} %, stricter than the ${plainNumber(strictest.limitPctW)} % that the resins ask for.`;
    return { limitPctW: shopPctW, by: 'shop', why, perResin };
  }
  const { limitPctW, by, why } = strictest;
  return { limitPctW, by, why, perResin };
}

/** Everyday tolerance of parts, µm, before any resin has said its own. */
const USUAL_TOLERANCE_UM = 0.8;

/** Only the last bath of a line has to be clean; one that stands alone is its own last. */
export const bathRole = (position: LinePosition | null | undefined): BathRole =>
  position === 'first' || position === 'middle' ? 'first' : 'clean';

/** The limit of a bath before the estimator has spoken: by its own liquid, and by where it stands in its line. @returns weight % */
export function everydayLimitPctW({
  line,
  solvent,
}: {
  readonly line: Pick<InLine, 'position'> | null;
  readonly solvent: Solvent;
}): number {
  const [first, clean] = actLimitsPctW(solvent, USUAL_TOLERANCE_UM);
  return bathRole(line?.position) === 'first' ? first : clean;
}
