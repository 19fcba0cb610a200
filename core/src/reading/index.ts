export * from './check.ts';
export * from './drift.ts';
export * from './interpret.ts';
export * from './optics.ts';
export * from './types.ts';
