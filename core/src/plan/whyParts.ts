import { clockText, plainNumber } from '../units/index.ts';
import type { BatchPlan } from './planBatch.ts';
import { planBatch } from './planBatch.ts';
import type { BatchRequest } from './request.ts';

/** The answer to "Why this number?". */
export type Why = {
  readonly title: string;
  readonly value: string;
  readonly inputs: readonly (readonly [name: string, value: string])[];
  readonly formula: string;
  readonly constants: string;
  /** what would move it most, found by computing it again with that one input changed */
  readonly movers: readonly (readonly [change: string, effect: string])[];
  readonly sure: string;
};
export type Change = readonly [text: string, over: (request: BatchRequest) => BatchRequest];
export const MORE_DRIP: Change = ['drip 2 min longer', (r) => ({ ...r, dripS: r.dripS + 120 })];
export const WARMER: Change = ['room 3 °C warmer', (r) => ({ ...r, bench: { ...r.bench, roomC: r.bench.roomC + 3 } })];
/** Changes in order of effect, largest first. */
export function movers(
  request: BatchRequest,
  changes: readonly Change[],
  measure: (plan: BatchPlan) => number | undefined,
  show: (delta: number) => string,
) {
  const base = measure(planBatch(request));
  return (
    changes
      .map(([text, over]) => {
        const value = measure(planBatch(over(request)));
        const delta = base === undefined || value === undefined ? undefined : value - base;
        return {
          text,
          size: delta === undefined ? Number.POSITIVE_INFINITY : Math.abs(delta),
          effect: delta === undefined ? 'not possible any more' : show(delta),
        };
      })
      // what changes nothing is no mover
      .filter(({ effect }) => effect !== show(0))
      .sort((a, b) => b.size - a.size)
      .map(({ text, effect }) => [text, effect] as const)
  );
}

export const signedClock = (deltaS: number): string => `${deltaS < 0 ? '−' : '+'}${clockText(Math.abs(deltaS))}`;
export const signed = (unit: string) => (delta: number) =>
  `${delta < 0 ? '−' : '+'}${plainNumber(Math.abs(delta))} ${unit}`;
