import type { BatchLight } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import type { Medium } from '../cure/index.ts';
import type { PartFacts } from '../part/index.ts';
import type { ResinCard } from '../resin/index.ts';
import type { Route } from '../route/index.ts';

/** What the models plan a batch from. */
export type BatchRequest = {
  readonly card: ResinCard;
  readonly part: PartFacts;
  readonly count: number;
  readonly dripS: number;
  readonly plateAreaMm2: number;
  readonly bench: BenchNow;
  /** by station: how many batches are there now */
  readonly taken?: Readonly<Record<string, number>>;
  /** default: two baths by machine, supports off before the cure */
  readonly route?: Route;
  /** from its light map; else the lamp's meter reading is taken as even */
  readonly light?: BatchLight | undefined;
  /** medium and heat chosen over the route's */
  readonly cureIn?: { readonly medium: Medium; readonly tempC?: number | undefined };
};
