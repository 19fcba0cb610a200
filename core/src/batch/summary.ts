import { isWash } from '../route/index.ts';
import { currentStep, knewNumber } from './asked.ts';
import { lightS } from './lightSoFar.ts';
import type { BatchState, Step } from './types.ts';

/** Load of a bath as it was estimated when parts went in, its range, and what the bath was good for, % by weight. */
export type WashedAt = {
  readonly loadPctW: number | null;
  readonly lowPctW: number | null;
  readonly highPctW: number | null;
  readonly limitPctW: number | null;
};

/** Who worked on a batch, and when last. */
export type Worked = { readonly by: string; readonly atMs: number };

/** What lists say of a batch: enough to show a line of it and how it stands, without its whole state. */
export type BatchSummary = {
  readonly part: string;
  readonly pieces?: BatchState['part']['pieces'] | undefined;
  readonly count: number;
  readonly resin: string;
  readonly lot: string;
  readonly customer?: string | undefined;
  readonly priority?: BatchState['priority'] | undefined;
  readonly route?: string | undefined;
  /** the step that is not done, if any: what its standing is told from */
  readonly steps: readonly Step[];
  readonly recordHash?: string | undefined;
  readonly mergedInto?: string | undefined;
  readonly held?: string | undefined;
  readonly flag?: string | undefined;
  readonly flagStops?: boolean | undefined;
  readonly lightClosed?: BatchState['lightClosed'] | undefined;
  /** the last wash whose load was known */
  readonly washed?: WashedAt | undefined;
  /** light it was given so far, s */
  readonly litS: number;
  readonly worked: readonly Worked[];
};

export function summaryOf(batch: BatchState): BatchSummary {
  const { part, card, route, steps, count, lot, customer, priority } = batch;
  const { recordHash, mergedInto, held, flag, flagStops, lightClosed } = batch;
  const step = currentStep(batch);
  return {
    part: part.name,
    pieces: part.pieces,
    count,
    resin: card.name,
    lot,
    customer,
    priority,
    route: route?.name,
    steps: step ? [step] : [],
    recordHash,
    mergedInto,
    held,
    flag,
    flagStops,
    lightClosed,
    washed: lastWash(steps),
    litS: lightS(batch),
    worked: workedOn(batch),
  };
}

/** Who worked on a batch, in the order they came to it. */
export function workedOn({ steps }: Pick<BatchState, 'steps'>): readonly Worked[] {
  const last = new Map<string, number>();
  for (const step of steps.filter(isBegun))
    if (step.by !== undefined)
      last.set(step.by, Math.max(step.endedAtMs ?? step.startedAtMs ?? 0, last.get(step.by) ?? 0));
  return [...last].map(([by, atMs]) => ({ by, atMs }));
}

const isBegun = ({ state, startedAtMs, endedAtMs }: Step): boolean =>
  state !== 'waiting' && (startedAtMs ?? endedAtMs) !== undefined;

function lastWash(steps: readonly Step[]): WashedAt | undefined {
  const wash = steps.findLast((step) => isWash(step) && isBegun(step) && knewNumber(step, 'loadPctW') !== undefined);
  return (
    wash && {
      loadPctW: knewNumber(wash, 'loadPctW') ?? null,
      lowPctW: knewNumber(wash, 'loadLowPctW') ?? null,
      highPctW: knewNumber(wash, 'loadHighPctW') ?? null,
      limitPctW: knewNumber(wash, 'limitPctW') ?? null,
    }
  );
}
