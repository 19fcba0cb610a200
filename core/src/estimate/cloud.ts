import { columnsOf } from './events.ts';
import { evaporationRows, FACTOR, type Filter, filmRows, multiplier, systematic, weightsOf } from './filter.ts';

/** A handful of equally likely guesses about one bath: what is played forward for choices and forecasts. */
export type Cloud = {
  readonly size: number;
  readonly solventG: Float64Array;
  readonly waterG: Float64Array;
  readonly resinG: Float64Array;
  readonly film: ReadonlyMap<string, Float64Array>;
  readonly dragOut: Float64Array;
  readonly loss: Float64Array;
  /** load of the bath that parts come from, as a share, and its strength as a share */
  readonly carrierLoad: Float64Array;
  readonly carrierStrength: Float64Array;
};

/** Draws guesses in proportion to their weight. @param carrier the bath that parts come from, if any */
export function cloudOf(filter: Filter, bath: number, carrier: number | undefined, size = 300): Cloud {
  const { weights } = weightsOf(filter);
  const all = systematic(weights, 0.5);
  const picks = Int32Array.from({ length: size }, (_, i) => all[Math.floor(((i + 0.5) * filter.n) / size)]!);
  const pick = (values: Float64Array) => Float64Array.from(picks, (from) => values[from]!);
  const [solvent, water, resin] = columnsOf(filter, bath);
  const from = carrier === undefined ? undefined : columnsOf(filter, carrier);
  const share = (f: (s: number, w: number, r: number) => number) =>
    Float64Array.from(picks, (i) => (from ? f(from[0][i]!, from[1][i]!, from[2][i]!) : 0));
  return {
    size,
    solventG: pick(solvent),
    waterG: pick(water),
    resinG: pick(resin),
    film: new Map(
      [...filter.resinIndex.keys()].map((name) => [name, pick(multiplier(filter, filmRows(filter, name)))]),
    ),
    dragOut: pick(multiplier(filter, [FACTOR.dragOut])),
    loss: pick(multiplier(filter, evaporationRows(bath))),
    carrierLoad: share((s, w, r) => (s + w + r > 0 ? r / (s + w + r) : 0)),
    carrierStrength: share((s, w) => (s + w > 0 ? s / (s + w) : 0)),
  };
}

/** The cloud after liquid of a known make-up is added. @param loadPctW of what is added */
export function toppedUp(cloud: Cloud, massG: number, strengthPctW: number, loadPctW = 0): Cloud {
  const liquidG = massG * (1 - loadPctW / 100);
  const alcohol = strengthPctW / 100;
  return {
    ...cloud,
    solventG: cloud.solventG.map((g) => g + liquidG * alcohol),
    waterG: cloud.waterG.map((g) => g + liquidG * (1 - alcohol)),
    resinG: cloud.resinG.map((g) => g + massG - liquidG),
  };
}

/** The cloud of the same bath with fresh liquid in it. */
export const refilled = (cloud: Cloud, massG: number, strengthPctW: number, loadPctW = 0): Cloud =>
  toppedUp(
    {
      ...cloud,
      solventG: new Float64Array(cloud.size),
      waterG: new Float64Array(cloud.size),
      resinG: new Float64Array(cloud.size),
    },
    massG,
    strengthPctW,
    loadPctW,
  );
