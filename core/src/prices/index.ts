/** What solvent costs a shop, in its own currency. */
export type SolventPrices = {
  /** bought solvent, per litre */
  readonly freshPerL: number;
  /** handing dirty solvent to a treatment works, per litre */
  readonly disposePerL: number;
  /** labour and filters for a litre of own reclaimed solvent */
  readonly reclaimPerL: number;
};

/** What else the work costs. Each is a guess until the workshop says its own. */
export type Prices = SolventPrices & {
  /** an hour of somebody's hands */
  readonly handsPerH: number;
  readonly powerPerKWh: number;
  /** doubled papers for one pass */
  readonly filterEach: number;
  /** hardened sludge handed over, per kg */
  readonly sludgePerKg: number;
  readonly resinPerKg: number;
  /** wipes and gloves of one batch */
  readonly consumablesPerBatch: number;
};
export const DEFAULT_PRICES: Prices = {
  freshPerL: 4.6,
  disposePerL: 1.2,
  reclaimPerL: 1.2,
  handsPerH: 24,
  powerPerKWh: 0.35,
  filterEach: 0.6,
  sludgePerKg: 1.5,
  resinPerKg: 38,
  consumablesPerBatch: 0.9,
};
