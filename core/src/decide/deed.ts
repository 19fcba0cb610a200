import type { BatchEvent, BatchState } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import type { Refusal, Result } from '../result/index.ts';
import type { Moment } from './moment.ts';

/** Facts to be written, or why not. */
export type Decided = Result<BatchEvent[], Refusal>;
/** Who is at each station now, by batch name, the asking batch left out. */
export type Occupancy = Readonly<Record<string, { readonly capacity: number; readonly batches: readonly string[] }>>;

/** A deed at one step. */
export type OfStep = { readonly stepId: string };

/**
 * What somebody does to a batch, decided from what is known alone: the same on the server and, while that is away, in the
 * browser. `asks` is what it needs to know beside the batch and what was said.
 */
export type Deed<Said> =
  | { readonly asks: 'batch'; readonly decide: (batch: BatchState, said: Said, now: Moment) => Decided }
  | {
      readonly asks: 'bench';
      readonly decide: (batch: BatchState, said: Said, bench: BenchNow, now: Moment) => Decided;
    }
  | {
      readonly asks: 'places';
      readonly decide: (batch: BatchState, said: Said, bench: BenchNow, busy: Occupancy, now: Moment) => Decided;
    };

type Decide<Said, Asks> = Extract<Deed<Said>, { asks: Asks }>['decide'];
export const byBatch = <Said>(decide: Decide<Said, 'batch'>) => ({ asks: 'batch', decide }) as const;
export const byBench = <Said>(decide: Decide<Said, 'bench'>) => ({ asks: 'bench', decide }) as const;
export const byPlaces = <Said>(decide: Decide<Said, 'places'>) => ({ asks: 'places', decide }) as const;

/** What a deed can ask for; who is where is only looked up for those that ask. */
export type Scene = { readonly bench: BenchNow; readonly busy: () => Occupancy; readonly now: Moment };

export function decide<Said>(deed: Deed<Said>, batch: BatchState, said: Said, { bench, busy, now }: Scene): Decided {
  switch (deed.asks) {
    case 'batch':
      return deed.decide(batch, said, now);
    case 'bench':
      return deed.decide(batch, said, bench, now);
    case 'places':
      return deed.decide(batch, said, bench, busy(), now);
  }
}
