export * from './grid.ts';
export * from './lightExponent.ts';
export { normalBelow } from './normal.ts';
export * from './random.ts';
