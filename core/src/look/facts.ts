/** What is known of a batch at a look, as far as a fault could come from it. Shares are of what was allowed or needed. */
export type Facts = {
  /** it has had no light yet: then none is lacking */
  readonly unlit: boolean;
  /** resin left after the last wash over what its card allows; above 1 too much */
  readonly residueShare: number;
  /** load of the last bath, as the wash knew it, % w/w */
  readonly bathLoadPctW: number;
  /** resin that dries on with the liquid clinging after the last wash, over what its card allows; above 1 a film stays */
  readonly clingShare: number;
  /** rest before the light over what it needed; below 1 too short */
  readonly restShare: number;
  /** light so far over what makes the coldest spot tack-free; below 1 too little */
  readonly lightShare: number;
  /** light so far over where the hottest spot goes over; above 1 too much. 0 when nothing ends the window */
  readonly overShare: number;
  /** how far rate and harmful dose may be off, share */
  readonly rateDoubt: number;
  readonly doseDoubt: number;
  /** coldest over hottest light of its map; nothing without a map */
  readonly evenness?: number | undefined;
  readonly neverLitPct: number;
  readonly turned: boolean;
  /** time in solvent over its limit */
  readonly soakShare: number;
  /** time in an ultrasonic jar or tank over its limit */
  readonly ultrasonicShare: number;
  /** brushed, or scrubbed by hand, in its last wet spell */
  readonly brushed: boolean;
  /** the last liquid is known to haze it */
  readonly hazed: boolean;
  /** last wet in water or glycerine */
  readonly watery: boolean;
  /** longest size over wall */
  readonly slender: number;
  /** supports were off before the light and nothing held it */
  readonly unheld: boolean;
  /** its resin leaves grit and it was not rinsed */
  readonly gritty: boolean;
  /** supports came off with nothing wet after it */
  readonly clippings: boolean;
  /** rest in the open air, h */
  readonly openH: number;
  /** how its supports came off: still on · soft, out of a warm dip · before the light · after it */
  readonly trimmed: 'not yet' | 'warm' | 'green' | 'hard';
};
