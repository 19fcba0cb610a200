export * from './density.ts';
export * from './evaporation.ts';
export * from './ledger.ts';
export * from './movements.ts';
export * from './period.ts';
export * from './properties.ts';
