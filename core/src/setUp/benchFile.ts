import type { StationKind } from '../bench/index.ts';
import type { LampDescription } from '../light/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import type { UsualBath } from './things.ts';

export const BENCH_FORMAT = 'north-step-bench-1';
/** A bath as it stands on a bench: its liquid and its size, nothing of what it holds. */
export type BathThere = UsualBath & { readonly name: string; readonly station: StationKind };

/** A bench as it goes from one workshop to another: what stands there and in which order, without ids, people or contents. */
export type BenchFile = {
  readonly format: typeof BENCH_FORMAT;
  readonly name: string;
  /** lines of baths, the dirtiest first; with can, drum and bottle where it keeps them */
  readonly lines: readonly {
    readonly name: string;
    readonly baths: readonly BathThere[];
    readonly stores?: boolean;
  }[];
  /** baths that stand by themselves */
  readonly tanks: readonly BathThere[];
  readonly places: readonly { readonly kind: StationKind; readonly name: string; readonly capacity: number }[];
  readonly lamps: readonly {
    readonly kind: StationKind;
    readonly name: string;
    readonly capacity: number;
    readonly lamp: LampDescription;
  }[];
  /** names in the order in which they are walked by */
  readonly walk: readonly string[];
};

/** Reads such a file as far as a page needs it; whether all of it can be stands to be judged where it is kept. @returns refused where it is none */
export function readBenchFile(text: string): Result<BenchFile, Refusal> {
  let file: Partial<BenchFile> | null;
  try {
    file = JSON.parse(text) as Partial<BenchFile> | null;
  } catch {
    return refuse(notRead('It is no JSON.'));
  }
  if (file?.format !== BENCH_FORMAT) return refuse(notRead(`It does not say ${BENCH_FORMAT}.`));
  const { lines, tanks, places, lamps, walk } = file;
  const lists = Object.entries({ lines, tanks, places, lamps, walk });
  const missing = lists.find(([, list]) => !Array.isArray(list));
  if (missing) return refuse(notRead(`Its “${missing[0]}” is no list.`));
  const whole = file as BenchFile;
  const baths = [...whole.lines.flatMap((line) => line?.baths ?? []), ...whole.tanks];
  if (baths.length === 0) return refuse(notRead('No bath stands there.'));
  const names = [...baths, ...whole.places, ...whole.lamps].map((one) => String(one?.name ?? '').trim());
  if (names.includes('')) return refuse(notRead('Something there has no name.'));
  const twin = names.find((name, i) => names.findIndex((other) => other.toLowerCase() === name.toLowerCase()) < i);
  return twin === undefined ? ok(whole) : refuse(notRead(`Two things there are called “${twin}”.`));
}
const notRead = (why: string): Refusal => ({
  code: 'BAD_VALUE',
  field: 'file',
  message: `This is no bench that can be read: ${why} Nothing was changed.`,
  remedy: 'Take a file that a bench was saved to, on Room.',
});
