export * from './decide.ts';
export * from './look.ts';
export * from './planBatch.ts';
export * from './reduce.ts';
export * from './twoBaths.ts';
export * from './types.ts';
export * from './washing.ts';
export * from './why.ts';
