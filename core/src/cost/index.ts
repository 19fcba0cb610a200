import type { Prices } from '../prices/index.ts';

/** What a batch took from the workshop. */
export type BatchUse = {
  /** resin that it left in the baths, g */
  readonly resinInBathsG: number;
  /** solvent that it took along or let go to the air, mL */
  readonly solventLostMl: number;
  /** of each bath it washed in: the resin it brought, and what the bath takes up from fresh to its limit */
  readonly baths: readonly {
    readonly name: string;
    readonly resinG: number;
    readonly takesG: number;
    readonly volumeMl: number;
  }[];
  /** minutes in which somebody's hands were on it */
  readonly handsMin: number;
};
export const BATCH_COSTS = ['resin', 'solvent lost', 'bath used up', 'wipes and gloves', 'hands'] as const;
export type BatchCostRow = {
  readonly part: (typeof BATCH_COSTS)[number];
  readonly cost: number;
  readonly amount: number;
};

/**
 * What a batch cost in washing and handling: each gram it left in a bath uses up its share of a bath change (fresh in, spent out).
 * @returns rows in a fixed order; amounts in g, mL, share of a change, batches, minutes
 */
export function batchCost(
  use: BatchUse,
  prices: Prices,
): { readonly rows: readonly BatchCostRow[]; readonly total: number } {
  const changes = use.baths.map(({ resinG, takesG, volumeMl }) => ({
    share: takesG > 0 ? Math.min(1, resinG / takesG) : 0,
    costs: (volumeMl / 1000) * (prices.freshPerL + prices.disposePerL),
  }));
  const rows: readonly BatchCostRow[] = [
    { part: 'resin', amount: use.resinInBathsG, cost: (use.resinInBathsG / 1000) * prices.resinPerKg },
    { part: 'solvent lost', amount: use.solventLostMl, cost: (use.solventLostMl / 1000) * prices.freshPerL },
    {
      part: 'bath used up',
      amount: changes.reduce((sum, { share }) => sum + share, 0),
      cost: changes.reduce((sum, { share, costs }) => sum + share * costs, 0),
    },
    { part: 'wipes and gloves', amount: 1, cost: prices.consumablesPerBatch },
    { part: 'hands', amount: use.handsMin, cost: (use.handsMin / 60) * prices.handsPerH },
  ];
  return { rows, total: rows.reduce((sum, { cost }) => sum + cost, 0) };
}
