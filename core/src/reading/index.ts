export * from './drift.ts';
export * from './interpret.ts';
export * from './kinds/index.ts';
export * from './optics.ts';
export * from './types.ts';
