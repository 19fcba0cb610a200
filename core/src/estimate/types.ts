import type { RawReading } from '../reading/index.ts';
import type { Solvent } from '../wash/index.ts';

/** A vessel whose load is followed. Masses are what it held when the history begins. */
export type BathSetup = {
  readonly id: string;
  readonly solvent: Solvent;
  readonly solventG: number;
  readonly waterG: number;
  readonly resinG: number;
};

/**
 * What happened to a bath, as the book expects it: grams by the models and by what people typed.
 * The estimator doubts the amounts, not that they happened.
 */
export type BathEvent = { readonly id: string; readonly atMs: number } & (
  | {
      readonly kind: 'fill';
      readonly bath: string;
      /** what comes in came back by reclaiming */
      readonly reclaimed?: true;
      readonly solventG: number;
      readonly waterG: number;
      readonly resinG: number;
    }
  | {
      readonly kind: 'wash';
      readonly bath: string;
      readonly resin: string;
      /** film that dissolved here, g */
      readonly resinG: number;
      /** clinging liquid that came with the parts, g, and the bath it came from */
      readonly carriedG: number;
      readonly carriedFrom?: string | undefined;
      readonly dragOutG: number;
      readonly lostSolventG: number;
      readonly lostWaterG: number;
    }
  | { readonly kind: 'evaporate'; readonly bath: string; readonly solventG: number; readonly waterG: number }
  | { readonly kind: 'transfer'; readonly from: string; readonly to: string; readonly massG: number }
  /** out of every bath that is followed: spilled, disposed, sampled */
  | { readonly kind: 'remove'; readonly bath: string; readonly massG: number }
  /** poured out to the last drop, into another bath or away */
  | { readonly kind: 'empty'; readonly bath: string; readonly to?: string }
  /** second becomes first, fresh fills the second, the first leaves: all at once */
  | {
      readonly kind: 'rotate';
      readonly first: string;
      readonly second: string;
      readonly drum?: string;
      readonly solventG: number;
      readonly waterG: number;
      readonly resinG: number;
    }
);

type WithoutHead<E> = E extends BathEvent ? Omit<E, 'id' | 'atMs'> : never;
/** What was done to a bath, before it has a name and an hour. */
export type BathDeed = WithoutHead<BathEvent>;

export type BathReading = { readonly id: string; readonly atMs: number; readonly bath: string } & (
  | RawReading
  /** a batch looked wrong after this bath, or right */
  | { readonly kind: 'outcome'; readonly tacky: boolean }
);

export type HistoryItem =
  | { readonly type: 'event'; readonly event: BathEvent }
  | { readonly type: 'reading'; readonly reading: BathReading };

export type History = {
  readonly baths: readonly BathSetup[];
  /** in the order in which they happened */
  readonly items: readonly HistoryItem[];
  readonly seed: number;
  /** default 2,000 */
  readonly particles?: number | undefined;
};

export type Range = readonly [low: number, high: number];
export type BathEstimate = {
  readonly id: string;
  readonly loadPctW: number;
  /** 90 % range */
  readonly range90: Range;
  readonly sdPctW: number;
  readonly strengthPctW: number;
  readonly strengthRange90: Range;
  readonly volumeMl: number;
  readonly volumeRange90: Range;
  readonly massG: number;
};
/** One point of the load's history. */
export type TracePoint = {
  readonly atMs: number;
  readonly bath: string;
  readonly loadPctW: number;
  readonly low: number;
  readonly high: number;
};
/** How a learned factor stands against what was expected (1). */
export type Learned = {
  readonly what: 'film' | 'evaporation' | 'drag-out' | 'clarity';
  /** resin or bath; empty for what all share */
  readonly of: string;
  readonly factor: number;
  readonly range90: Range;
};
export type ReadingVerdict = {
  readonly readingId: string;
  /** standard deviations between reading and what was expected just before it; above 3 it disagrees badly */
  readonly surprise: number;
  readonly expectedPctW: number;
};
