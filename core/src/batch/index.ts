export * from './batchLight.ts';
export * from './deviation.ts';
export * from './events.ts';
export * from './pieces.ts';
export * from './quarantine.ts';
export * from './reduce.ts';
export * from './standing.ts';
export * from './types.ts';
