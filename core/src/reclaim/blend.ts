import { type Constraint, greaterEq, lessEq, type Model, solve } from 'yalps';
import { requireInRange } from '../units/index.ts';

/** What can be poured from. */
export type BlendVessel = {
  readonly id: string;
  readonly kg: number;
  readonly loadPctW: number;
  readonly strengthPctW: number;
  readonly costPerKg: number;
  readonly reclaimed?: boolean | undefined;
};
export type BlendWish = {
  readonly needKg: number;
  readonly maxLoadPctW: number;
  readonly minStrengthPctW: number;
  /** of the whole, where colour matters */
  readonly maxReclaimedPct?: number | undefined;
  readonly vessels: readonly BlendVessel[];
};
export type BlendReason = 'too little' | 'too loaded' | 'too weak' | 'too much reclaimed' | 'together';
export type Blend =
  | {
      readonly feasible: true;
      readonly takeKg: Readonly<Record<string, number>>;
      readonly cost: number;
      readonly loadPctW: number;
      readonly strengthPctW: number;
    }
  | { readonly feasible: false; readonly reason: BlendReason };

const LEAST_KG = 1e-9;

/**
 * The cheapest mix by mass: Σx = M, Σ(r − R)x ≤ 0, Σ(s − S)(1 − r)x ≥ 0, 0 ≤ x ≤ what is there; reclaimed at most its share.
 * @throws RangeError for a wish or a vessel outside physics
 * @source linear programme, solvent model F; simplex by yalps
 */
export function blend(wish: BlendWish): Blend {
  requireInRange('needKg', wish.needKg, 0.001, 1e5);
  requireInRange('maxLoadPctW', wish.maxLoadPctW, 0, 100);
  requireInRange('minStrengthPctW', wish.minStrengthPctW, 0, 100);
  for (const { kg, loadPctW, strengthPctW } of wish.vessels) {
    requireInRange('kg', kg, 0, 1e6);
    requireInRange('loadPctW', loadPctW, 0, 100);
    requireInRange('strengthPctW', strengthPctW, 0, 100);
  }
  const takeKg = cheapest(wish, 'whole');
  if (!takeKg) return { feasible: false, reason: whyNot(wish) };
  return { feasible: true, takeKg, ...mixOf(wish.vessels, takeKg) };
}

/** What a mix holds and costs. */
export function mixOf(
  vessels: readonly BlendVessel[],
  takeKg: Readonly<Record<string, number>>,
): { readonly cost: number; readonly loadPctW: number; readonly strengthPctW: number } {
  const sum = (of: (vessel: BlendVessel) => number) =>
    vessels.reduce((total, vessel) => total + of(vessel) * (takeKg[vessel.id] ?? 0), 0);
  const kg = sum(() => 1);
  const liquidKg = sum(({ loadPctW }) => 1 - loadPctW / 100);
  return {
    cost: sum(({ costPerKg }) => costPerKg),
    loadPctW: kg > 0 ? sum(({ loadPctW }) => loadPctW) / kg : 0,
    strengthPctW:
      liquidKg > 0 ? sum(({ loadPctW, strengthPctW }) => strengthPctW * (1 - loadPctW / 100)) / liquidKg : 0,
  };
}

type Limit = 'load' | 'strength' | 'share';
const LIMITS: readonly Limit[] = ['load', 'strength', 'share'];

function cheapest(
  wish: BlendWish,
  without: Limit | 'whole' | 'all limits',
): Readonly<Record<string, number>> | undefined {
  const keeps = (limit: Limit) => without !== limit && without !== 'all limits';
  const constraints: Record<string, Constraint> = { mass: { equal: wish.needKg } };
  if (keeps('load')) constraints.load = lessEq(0);
  if (keeps('strength')) constraints.strength = greaterEq(0);
  if (keeps('share') && wish.maxReclaimedPct !== undefined)
    constraints.share = lessEq((wish.needKg * wish.maxReclaimedPct) / 100);
  const variables: Record<string, Record<string, number>> = {};
  for (const [i, vessel] of wish.vessels.entries()) {
    const load = vessel.loadPctW / 100;
    constraints[`there${i}`] = lessEq(vessel.kg);
    variables[`${i}`] = {
      cost: vessel.costPerKg,
      mass: 1,
      load: load - wish.maxLoadPctW / 100,
      strength: ((vessel.strengthPctW - wish.minStrengthPctW) / 100) * (1 - load),
      share: vessel.reclaimed ? 1 : 0,
      [`there${i}`]: 1,
    };
  }
  const problem: Model<string, string> = { direction: 'minimize', objective: 'cost', constraints, variables };
  const solution = solve(problem, { precision: 1e-10 });
  if (solution.status !== 'optimal') return undefined;
  return Object.fromEntries(
    solution.variables.filter(([, kg]) => kg > LEAST_KG).map(([i, kg]) => [wish.vessels[Number(i)]!.id, kg] as const),
  );
}

/** The one limit without which there would be a mix; several together where no single one is to blame. */
function whyNot(wish: BlendWish): BlendReason {
  if (!cheapest(wish, 'all limits')) return 'too little';
  const REASONS = { load: 'too loaded', strength: 'too weak', share: 'too much reclaimed' } as const;
  const blamed = LIMITS.find((limit) => cheapest(wish, limit));
  return blamed ? REASONS[blamed] : 'together';
}
