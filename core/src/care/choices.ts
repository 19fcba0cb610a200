import { type Cloud, type Forecast, forecast, refilled, toppedUp, type WashLoad } from '../estimate/index.ts';
import { isAlcohol, type Solvent } from '../liquids/index.ts';
import type { Prices } from '../prices/index.ts';

export type ChoiceKind = 'keep' | 'top up' | 'rotate' | 'refill' | 'read';

export type Choice = {
  readonly kind: ChoiceKind;
  readonly what: string;
  readonly batches: { readonly median: number; readonly range90: readonly [number, number] };
  readonly litres: number;
  readonly cost: number;
  /** chance that the bath is past its limit for the next batch */
  readonly riskPct: number;
};
export type Source = {
  readonly name: string;
  readonly availableMl: number;
  readonly strengthPctW: number;
  readonly loadPctW: number;
  readonly reclaimed: boolean;
  readonly solvent: Solvent;
};
export type ChoiceQuestion = {
  readonly bath: Cloud;
  /** what becomes of this bath when its line is rotated; nothing where it is not */
  readonly rotated?:
    | {
        /** guesses of the bath that comes in its place; nothing in the last, which is filled anew */
        readonly next?: Cloud | undefined;
        /** who becomes whom, in words */
        readonly what: string;
        /** liquid that leaves the line, mL */
        readonly leavesMl: number;
      }
    | undefined;
  readonly name: string;
  readonly solvent: Solvent;
  readonly recent: readonly WashLoad[];
  readonly limitPctW: number;
  readonly capacityMl: number;
  readonly volumeMl: number;
  readonly sources: readonly Source[];
  readonly prices: Prices;
  readonly densityGPerMl: number;
};

const FULL_SHARE = 0.92;
const LEAST_TOP_UP_ML = 100;

/** Every choice for a bath now, with batches gained, litres and cost. Rows that make no sense here are left out. */
export function choicesFor(question: ChoiceQuestion): readonly Choice[] {
  const { bath, rotated, recent, limitPctW, prices, solvent } = question;
  const play = (cloud: Cloud): Forecast => forecast(cloud, recent, limitPctW);
  const fullMl = question.capacityMl * FULL_SHARE;
  const roomMl = Math.max(0, fullMl - question.volumeMl);
  // prices are of solvent; water comes from the tap
  const perL = (source: Source | undefined) => (source?.reclaimed ? prices.reclaimPerL : prices.freshPerL);
  const buy = (source: Source | undefined, ml: number) => (isAlcohol(solvent) ? (ml / 1000) * perL(source) : 0);
  const dump = (ml: number) => (ml / 1000) * prices.disposePerL;
  const row = (kind: ChoiceKind, what: string, cloud: Cloud, litres: number, cost: number): Choice => {
    const played = play(cloud);
    return { kind, what, batches: played.batchesLeft, litres, cost, riskPct: 100 * played.pastShare };
  };
  const rows: Choice[] = [row('keep', 'keep going', bath, 0, 0)];
  const sources = question.sources.filter((source) => source.solvent === solvent);
  for (const source of sources) {
    const ml = Math.min(roomMl, source.availableMl);
    if (ml < LEAST_TOP_UP_ML) continue;
    const massG = ml * question.densityGPerMl;
    rows.push(
      row(
        'top up',
        `top up with ${(ml / 1000).toFixed(1)} L ${source.name.toLowerCase()}`,
        toppedUp(bath, massG, source.strengthPctW, source.loadPctW),
        ml / 1000,
        buy(source, ml),
      ),
    );
  }
  const fresh = sources.find((source) => !source.reclaimed);
  const strength = isAlcohol(solvent) ? (fresh?.strengthPctW ?? 99) : 0;
  const fullG = fullMl * question.densityGPerMl;
  if (rotated)
    rows.push(
      row(
        'rotate',
        `rotate: ${rotated.what}`,
        rotated.next ?? refilled(bath, fullG, strength),
        fullMl / 1000,
        buy(fresh, fullMl) + dump(rotated.leavesMl),
      ),
    );
  rows.push(
    row(
      'refill',
      'empty and refill',
      refilled(bath, fullG, strength),
      fullMl / 1000,
      buy(fresh, fullMl) + dump(question.volumeMl),
    ),
  );
  return rows;
}
