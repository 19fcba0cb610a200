import type { BenchNow } from '../bench/index.ts';
import { type Air, dryTime, pocketDryS } from '../dry/index.ts';
import type { PartFacts } from '../part/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { isDrying, isWet, leavesWet, type StepKind, typeOfStep } from '../route/index.ts';
import type { Solvent } from '../wash/index.ts';
import { bathAt, cleanBath } from './baths.ts';

/** Depth of the puddles that corners keep, mm: as lifted out, after blowing off, after patting dry. Engineering guesses. */
const PUDDLE_MM = { lifted: 0.1, blown: 0.03, patted: 0.02 } as const;

/** A step as far as it wets or dries: of a route, or of a batch. */
export type WettingStep = { readonly kind: StepKind; readonly type?: string | undefined; readonly station: string };
export type Wetting = { readonly liquid?: Solvent; readonly puddleMm: number };

/** What wets the parts after these steps, and how much of it stands in corners: a warm dip or a rinse leaves water. */
export function wettingAfter(steps: readonly WettingStep[], bench: BenchNow): Wetting {
  const at = steps.findLastIndex(leavesWet);
  const last = steps[at];
  if (!last) return { puddleMm: PUDDLE_MM.lifted };
  const since = steps.slice(at + 1).map(({ type }) => type);
  const puddleMm = since.includes('pat-dry')
    ? PUDDLE_MM.patted
    : since.includes('blow')
      ? PUDDLE_MM.blown
      : PUDDLE_MM.lifted;
  return { liquid: isWet(last) ? bathAt(last.station, bench).solvent : 'water', puddleMm };
}

/** What still wets the parts as this drying begins: nothing but what soaked in, once they have dried since. */
export const wettingBefore = <S extends WettingStep>(steps: readonly S[], dry: S, bench: BenchNow): Wetting => {
  const before = steps.slice(0, steps.indexOf(dry));
  const dried = before.findLastIndex(isDrying);
  const since = before.slice(dried + 1);
  return wettingAfter(since.some(leavesWet) ? since : before, bench);
};

export type Drying = Partial<Wetting> & {
  readonly soakedS: number;
  readonly air?: Air | undefined;
  /** which entry of the palette dries: a warm box takes its own time at the least */
  readonly type?: string | undefined;
};
type Dried = {
  readonly bench: BenchNow;
  readonly part?: Pick<PartFacts, 'pocketDepthMm'>;
  readonly card?: Pick<ResinCard, 'cardDryS'>;
};

/**
 * Evaporation of corner puddles or of the deepest blind hole, whichever is longer, then as long again as solvent had to soak in;
 * never shorter than the data sheet asks for.
 * @returns s, rounded up to half a minute
 * @source cure model H
 */
export function dryS(
  { bench, part, card }: Dried,
  { soakedS, liquid, air, puddleMm = PUDDLE_MM.lifted, type }: Drying,
): number {
  const solvent = liquid ?? cleanBath(bench).solvent;
  const { seconds } = dryTime({
    solvent,
    air: air ?? bench.dryAir,
    tempC: bench.roomC,
    humidityPct: bench.humidityPct,
    puddleMm,
  });
  const holeS = part?.pocketDepthMm ? pocketDryS(solvent, Math.min(300, part.pocketDepthMm), bench.roomC) : 0;
  const modelS = Math.ceil((Math.max(seconds, holeS) + soakedS) / 30) * 30;
  return Math.max(typeOfStep({ type })?.seconds ?? 0, card?.cardDryS ?? 0, modelS);
}
