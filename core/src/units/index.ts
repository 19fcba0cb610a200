export * from './check.ts';
export * from './constants.ts';
export * from './format.ts';
export * from './parse.ts';
export * from './solve.ts';
