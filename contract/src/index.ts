export * from './bench.ts';
export * from './common.ts';
export * from './compute.ts';
export * from './library.ts';
export * from './solvent.ts';
