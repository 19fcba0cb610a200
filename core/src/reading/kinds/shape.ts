import type { Refusal, Result } from '../../result/index.ts';
import type { Solvent } from '../../wash/index.ts';

/** What else is known of the bath when one reading is taken by itself. */
export type Known = {
  readonly solvent: Solvent;
  readonly strengthPctW: number;
  readonly strengthSdPct: number;
  readonly resinDensityGPerMl: number;
  /** dimming per % and mm */
  readonly clarityPerPctMm: number;
};
export type Reading = {
  readonly loadPctW: number;
  readonly sdPctW: number;
  readonly range90: readonly [number, number];
};
/** One of the states that a bath may be in. */
export type Particle = {
  readonly loadPctW: number;
  readonly strengthPctW: number;
  readonly massG: number;
  /** dimming of this resin over what is taken as usual */
  readonly dimming: number;
};
/** What the instrument would have shown of each state, what it showed, and its spread: in its own unit. */
export type Expected = {
  readonly shown: (particle: Particle) => number;
  readonly observed: number;
  readonly sd: number;
};
/** Density of the bath by strength and load at one temperature, g/mL. */
export type DensityAt = (strengthPctW: number, loadPctW: number) => number;

type Raw = { readonly kind: string };
/** All that is peculiar to a way of reading a bath. Whoever needs to know asks here. */
export type ReadingKindShape<R extends Raw> = {
  readonly name: string;
  /** what it takes, waiting included */
  readonly minutes: number;
  /** about what it leaves open by itself, weight %. @param confoundedPctW what the strength is unsure by, as a load. Engineering guesses */
  readonly alonePctW: (loadPctW: number, confoundedPctW: number) => number;
  /** what is written down: the unit of a number, or what may be said */
  readonly fields: { readonly [F in Exclude<keyof R, 'kind'>]: R[F] extends number ? string : readonly R[F][] };
  /** why it cannot be true of any bath of this solvent */
  readonly breach?: (raw: R, solvent: Solvent) => Refusal | undefined;
  /** what it says of the load by itself */
  readonly load: (raw: R, known: Known) => Result<Reading, Refusal>;
  /** how the estimator holds it against the states a bath may be in; a look is weighed by its chance instead */
  readonly expects?: (raw: R, solvent: Solvent, densityAt: (tempC: number) => DensityAt) => Expected;
};
