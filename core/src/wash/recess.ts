import { gridAbout, momentsOf, normalBelow, normalised } from '../maths/index.ts';
import { Z90 } from '../units/index.ts';
import { AGITATIONS, type Agitation, RECESS_FACTOR, type Recesses } from './kinetics.ts';

/** What is believed of how much slower recesses are washed than faces: the logarithm of the factor, and how sure that is. */
export type RecessBelief = { readonly lnFactor: number; readonly sd: number; readonly looks: number };

/** Before any look: the table's factor may be off by half either way. An engineering guess. */
const PRIOR_SD = 0.4;
export const recessPrior = (agitation: Agitation): RecessBelief => ({
  lnFactor: Math.log(RECESS_FACTOR[agitation]),
  sd: PRIOR_SD,
  looks: 0,
});
/** How much parts of one family differ among themselves, as a standard deviation of the logarithm: no number of looks makes that less. An engineering guess. */
const PART_SPREAD_SD = 0.06;
/**
 * Times are planned for the 75th percentile of what is believed, and never closer to its middle than that was before any look:
 * they shorten as looks confirm, yet parts that differ stay clean.
 */
const PLANNED_Z = 0.6745;
const LEAST_MARGIN = PLANNED_Z * PRIOR_SD;

/** A belief as figures: the middle and the 90 % range of the factor. */
export const recessRange = ({ lnFactor, sd }: RecessBelief) => ({
  factor: Math.exp(lnFactor),
  range90: [Math.exp(lnFactor - Z90 * sd), Math.exp(lnFactor + Z90 * sd)] as const,
});

/** Key of a resin family and a way to move the liquid. */
export const recessKey = (family: string, agitation: Agitation): string => `${family} · ${agitation}`;
export type RecessBeliefs = Readonly<Record<string, RecessBelief>>;

/** Factors for a family on a part, one for each way to move the liquid: those that parts are planned for. */
export function recessesFor(family: string, relief: number, beliefs: RecessBeliefs | undefined): Recesses {
  return Object.fromEntries(
    AGITATIONS.map((agitation) => {
      const { lnFactor, sd } = beliefs?.[recessKey(family, agitation)] ?? recessPrior(agitation);
      return [agitation, relief * Math.exp(lnFactor + Math.max(PLANNED_Z * sd, LEAST_MARGIN))];
    }),
  ) as unknown as Recesses;
}

/** What a look after a wash showed of recesses. */
export type RecessLook = {
  readonly agitation: Agitation;
  /** film in recesses before the washes of this kind, less what washes of other kinds took off, µm */
  readonly fromUm: number;
  /** how many times a face's film fell to 1/e in the washes of this kind, over the relief of the part */
  readonly folds: number;
  /** what clung and dried, µm */
  readonly clingUm: number;
  readonly toleranceUm: number;
  /** matte all over; else shine or tack was seen */
  readonly matte: boolean;
};

const GRID = 81;
const REACH_SD = 3.2;
/** A look shows the wrong thing, for reasons nobody wrote down, this often. An engineering guess. */
const LEAK = 0.015;
/** How sure film and fit are, beside how parts differ, as a standard deviation of the logarithm of the residue. An engineering guess. */
const RESIDUE_SD = 0.15;
/** What clung may be off by this either way: the bath's load is known so far. */
const CLING_MAY_BE = [0.7, 1, 1.3] as const;

/** Chance that a look finds shine or tack in recesses if their factor is this. */
export function shineChance(look: RecessLook, factor: number): number {
  const film = look.fromUm * Math.exp(-look.folds / factor);
  const sd = Math.hypot(RESIDUE_SD, (PART_SPREAD_SD * look.folds) / factor);
  const over = CLING_MAY_BE.map((share) =>
    normalBelow(Math.log((film + share * look.clingUm) / look.toleranceUm) / sd),
  );
  return LEAK + (1 - 2 * LEAK) * (over.reduce((a, b) => a + b, 0) / over.length);
}

/**
 * Bayes on a grid over ln factor: prior N(ln R, 0.4), each look a coin whose chance follows from the factor.
 * @param looks of one family in liquid that is moved in one way
 * @source solvent model B, learning of R
 */
export function learnRecess(agitation: Agitation, looks: readonly RecessLook[]): RecessBelief {
  const prior = recessPrior(agitation);
  const grid = gridAbout(prior.lnFactor, PRIOR_SD * REACH_SD, GRID);
  const logs = grid.map((lnFactor) =>
    looks.reduce(
      (sum, look) => {
        const shine = shineChance(look, Math.exp(lnFactor));
        return sum + Math.log(look.matte ? 1 - shine : shine);
      },
      -0.5 * ((lnFactor - prior.lnFactor) / PRIOR_SD) ** 2,
    ),
  );
  const { mean, sd } = momentsOf(grid, normalised(logs));
  return { lnFactor: mean, sd, looks: looks.length };
}
