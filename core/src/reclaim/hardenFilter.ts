import { requireInRange } from '../units/index.ts';

/** How a shop's harden-and-filter passes go. Engineering guesses until readings before and after replace them. */
export type PassConstants = {
  /** share of the removable resin that one pass drops */
  readonly efficiency: number;
  /** load that no pass gets below, weight % */
  readonly floorPctW: number;
  /** liquid held by each gram of hardened resin, g */
  readonly heldPerG: number;
  /** wets filters and vessels, g per pass */
  readonly fixedLossG: number;
  /** evaporates while it stands and drips, share per pass */
  readonly lossShare: number;
};
export const DEFAULT_PASS: PassConstants = {
  efficiency: 0.75,
  floorPctW: 0.4,
  heldPerG: 1.2,
  fixedLossG: 50,
  lossShare: 0.015,
};

export type PassPrices = {
  readonly freshPerKg: number;
  /** filter papers and minutes of work, per pass */
  readonly perPass: number;
  /** load at which reclaimed liquid is worth nothing as wash, weight % */
  readonly worthlessPctW: number;
};
export const DEFAULT_PASS_PRICES: PassPrices = { freshPerKg: 4, perPass: 0.6, worthlessPctW: 5 };

export type PassResult = { readonly yield: number; readonly loadPctW: number; readonly value: number };

/**
 * Result after one, two … passes: C' = c∞ + (C − c∞)(1 − η); lost = a·(resin removed) + fixed + fraction.
 * @param liquidG dirty liquid, resin included
 * @returns one entry a pass (yield of the whole mass put in), and the number of passes worth most (1-based)
 * @throws RangeError for masses or loads outside physics
 * @source solvent model F
 */
export function hardenFilterPasses(
  liquidG: number,
  loadPctW: number,
  options: {
    readonly passes?: number;
    readonly constants?: PassConstants | undefined;
    readonly prices?: PassPrices;
  } = {},
): { readonly passes: readonly PassResult[]; readonly best: number } {
  requireInRange('solventG', liquidG, 1, 1e6);
  requireInRange('loadPctW', loadPctW, 0, 90);
  const { constants: k = DEFAULT_PASS, prices = DEFAULT_PASS_PRICES, passes: count = 4 } = options;
  const passes: PassResult[] = [];
  let massG = liquidG;
  let load = loadPctW;
  for (let pass = 1; pass <= count; pass++) {
    const nextLoad = Math.min(load, k.floorPctW + (load - k.floorPctW) * (1 - k.efficiency));
    massG = massAfterPass(massG, load, nextLoad, k);
    load = nextLoad;
    const worth = Math.max(0, 1 - load / prices.worthlessPctW);
    passes.push({
      yield: massG / liquidG,
      loadPctW: load,
      value: (massG / 1000) * prices.freshPerKg * worth - pass * prices.perPass,
    });
  }
  const best = passes.reduce((top, pass, index) => (pass.value > passes[top]!.value ? index : top), 0) + 1;
  return { passes, best };
}

/** Solves m' = m − removed − a·removed − fixed − f·m with removed = m·C − m'·C'. */
function massAfterPass(massG: number, loadPctW: number, nextPctW: number, k: PassConstants): number {
  const before = (massG * loadPctW) / 100;
  const next = nextPctW / 100;
  const after = (massG * (1 - k.lossShare) - k.fixedLossG - (1 + k.heldPerG) * before) / (1 - (1 + k.heldPerG) * next);
  return Math.max(0, after);
}
