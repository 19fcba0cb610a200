/** A pure volatile liquid, as drying and evaporation need it. */
export type Volatile = {
  readonly molarMassGPerMol: number;
  /** log10(p/mmHg) = A − B/(C + T/°C) */
  readonly antoine: readonly [a: number, b: number, c: number];
  readonly densityGPerMl20: number;
  readonly diffusivityM2PerS25: number;
  readonly viscosityMPaS20: number;
  readonly surfaceTensionNPerM: number;
};

/** All that is peculiar to a liquid that parts are washed in. Whoever needs to know asks here. */
export type LiquidShape = {
  /** in a list of liquids */
  readonly label: string;
  /** alcohol: it burns, and its strength is alcohol in alcohol + water · water: neither */
  readonly base: 'alcohol' | 'water';
  /** whose mixture with water its density and index follow */
  readonly mixesAs: 'isopropanol' | 'ethanol' | 'water';
  /** what dries off a part */
  readonly volatile: Volatile;
  /** time for the film to fall, over that of isopropanol. Engineering guess, learned from readings */
  readonly tauFactor: number;
  /** resin load at which it takes up no more, weight %. Engineering guess */
  readonly saturationPctW: number;
  /** what clings after a 10 s shake-off, as a film, µm. Engineering guess from drainage */
  readonly dragFilmUm: number;
};
