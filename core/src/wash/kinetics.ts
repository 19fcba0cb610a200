import { liquid, type Solvent } from '../liquids/index.ts';
import { InputError, kelvin, requireInRange } from '../units/index.ts';

export const AGITATIONS = ['still', 'hand', 'impeller', 'ultrasonic', 'brush', 'spray'] as const;
export type Agitation = (typeof AGITATIONS)[number];
export { SOLVENTS, type Solvent } from '../liquids/index.ts';

/** Seconds for the film to fall to 1/e in fresh isopropanol at 20 °C. Engineering guesses, learned from readings. */
export const BASE_TAU_S: Readonly<Record<Agitation, number>> = {
  still: 90,
  hand: 25,
  impeller: 14,
  spray: 12,
  brush: 8,
  ultrasonic: 5,
};
/**
 * How many times slower a recess (root of a support, engraving, thread, lattice) is cleaned than an open face: brush and
 * streaming reach into it, a spray reaches faces only. Engineering guesses that looks after a wash correct.
 */
export const RECESS_FACTOR: Readonly<Record<Agitation, number>> = {
  still: 3,
  hand: 2.6,
  impeller: 3.6,
  spray: 3.3,
  brush: 1.9,
  ultrasonic: 1.4,
};
/** Recess factors of one resin on one part, by how the liquid is moved. */
export type Recesses = Readonly<Record<Agitation, number>>;
/** The same factor however the liquid is moved; 1 counts open faces only. */
export const evenRecesses = (factor: number): Recesses =>
  Object.fromEntries(AGITATIONS.map((agitation) => [agitation, factor])) as unknown as Recesses;

/** Density of bath liquid over density of resin: 0.803 / 1.10. */
export const BATH_TO_RESIN_DENSITY = 0.73;
/** Seconds in which clinging liquid is exchanged for the bath's own. */
export const CLING_EXCHANGE_S = 6;

export type WashStage = {
  readonly agitation: Agitation;
  readonly loadPctW: number;
  /** when this stage holds another liquid than the setting's */
  readonly solvent?: Solvent | undefined;
  /** the longest this stage may last */
  readonly capS?: number | undefined;
  /** a time that stands as it was typed, whatever the model would take */
  readonly fixedS?: number | undefined;
};

export type WashSetting = {
  readonly solvent: Solvent;
  /** resin viscosity as it enters the bath, default 300 */
  readonly viscosityMPaS?: number | undefined;
  /** bath temperature, default 20 */
  readonly tempC?: number | undefined;
  /** clinging film, default by solvent */
  readonly dragUm?: number | undefined;
  /** how much slower recesses are than faces, default `RECESS_FACTOR` */
  readonly recesses?: Recesses | undefined;
};

/**
 * Time constant of an open face: τ = τ0 · k_solv · (μ/300)^0.4 · e^{1800(1/T − 1/293.15)} / (1 − C/C_sat).
 * @param tau0S overrides the table's base time (a learned value)
 * @returns s; Infinity in a saturated bath
 * @source solvent model B; first-order removal with a saturating driving force
 */
export function washTauS(stage: WashStage, setting: WashSetting, tau0S: number = BASE_TAU_S[stage.agitation]): number {
  requireInRange('loadPctW', stage.loadPctW, 0, 100);
  const solvent = stage.solvent ?? setting.solvent;
  const saturation = liquid(solvent).saturationPctW;
  if (stage.loadPctW >= saturation) return Number.POSITIVE_INFINITY;
  const flow = (requireInRange('viscosityMPaS', setting.viscosityMPaS ?? 300, 1, 100_000) / 300) ** 0.4;
  const warmth = Math.exp(1800 * (1 / kelvin(requireInRange('tempC', setting.tempC ?? 20, 0, 60)) - 1 / 293.15));
  return (tau0S * liquid(solvent).tauFactor * flow * warmth) / (1 - stage.loadPctW / saturation);
}

/**
 * Resin that stays as clinging bath liquid dries: d·(ρ_l/ρ_r)·[C_n + (C_{n−1} − C_n)·e^{−t_n/6 s}].
 * @param loads load of each bath passed, weight %, in order (at least one)
 * @returns µm
 */
export function clingResidueUm(loadsPctW: readonly number[], lastStageS: number, dragUm: number): number {
  const last = loadsPctW.at(-1) ?? 0;
  const before = loadsPctW.at(-2) ?? last;
  const mixedPct = last + (before - last) * Math.exp(-lastStageS / CLING_EXCHANGE_S);
  return (dragUm * BATH_TO_RESIN_DENSITY * mixedPct) / 100;
}

/** Time constant of a recess: its factor times that of the face. @returns s */
export const recessTauS = (stage: WashStage, setting: WashSetting, tau0S?: number): number =>
  Math.max(1, (setting.recesses ?? RECESS_FACTOR)[stage.agitation]) * washTauS(stage, setting, tau0S);

/** Films at the end of a stage, and the time constants that led there. */
export type StageResidue = {
  readonly tauS: number;
  readonly recessTauS: number;
  readonly filmUm: number;
  readonly recessUm: number;
};
/** `residueUm` is where most is left: in the recesses, with what clings. */
export type WashResidue = { readonly residueUm: number; readonly byStage: readonly StageResidue[] };

/**
 * Films left after each stage and resin left in the recesses when the last clinging liquid has dried.
 * @param filmUm film at the start, on faces and (unless `recessFilmUm` says otherwise) in recesses
 * @param stagesS seconds in each stage, same length as stages
 * @throws RangeError when lengths differ or a number lies outside physics
 */
export function washResidue(
  filmUm: number,
  stages: readonly WashStage[],
  stagesS: readonly number[],
  setting: WashSetting & { readonly tau0S?: readonly number[] | undefined; readonly recessFilmUm?: number | undefined },
): WashResidue {
  requireInRange('filmUm', filmUm, 0, 100_000);
  if (stages.length < 1 || stages.length !== stagesS.length)
    throw new InputError('stagesS', 'stagesS: give one time for each stage.');
  let film = filmUm;
  let recess = requireInRange('recessFilmUm', setting.recessFilmUm ?? filmUm, 0, 100_000);
  const byStage = stages.map((stage, index): StageResidue => {
    const tau0S = setting.tau0S?.[index];
    const [face, slow] = [washTauS(stage, setting, tau0S), recessTauS(stage, setting, tau0S)];
    const seconds = requireInRange('stagesS', stagesS[index]!, 0);
    film *= Math.exp(-seconds / face);
    recess *= Math.exp(-seconds / slow);
    return { tauS: face, recessTauS: slow, filmUm: film, recessUm: recess };
  });
  const dragUm = setting.dragUm ?? liquid(stages.at(-1)!.solvent ?? setting.solvent).dragFilmUm;
  const loads = stages.map((stage) => stage.loadPctW);
  return { residueUm: Math.max(film, recess) + clingResidueUm(loads, stagesS.at(-1)!, dragUm), byStage };
}
