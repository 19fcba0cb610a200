import { alcohol } from './alcohol.ts';
import { detergent } from './detergent.ts';
import { ethanol } from './ethanol.ts';
import { isopropanol } from './isopropanol.ts';
import type { LiquidShape } from './shape.ts';
import { water } from './water.ts';

export type { LiquidShape, Volatile } from './shape.ts';

/** Every liquid that parts may be washed in: a new one is a file of its own and a line here. */
const LIQUIDS = { isopropanol, ethanol, alcohol, water, detergent } as const satisfies Record<string, LiquidShape>;
export type Solvent = keyof typeof LIQUIDS;
export const SOLVENTS = Object.keys(LIQUIDS) as readonly Solvent[];
export const liquid = (solvent: Solvent): LiquidShape => LIQUIDS[solvent];

/** Pure liquids whose figures are tabulated. */
export const VOLATILES = {
  isopropanol: isopropanol.volatile,
  ethanol: ethanol.volatile,
  water: water.volatile,
} as const;
/** Whether it has a strength, and burns: alcohol in alcohol + water. */
export const isAlcohol = (solvent: Solvent): boolean => liquid(solvent).base === 'alcohol';
