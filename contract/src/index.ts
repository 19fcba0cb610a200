export * from './bathNote.ts';
export * from './bench.ts';
export * from './common.ts';
export * from './compute.ts';
export * from './computeSolvent.ts';
export * from './devices.ts';
export * from './library.ts';
export * from './solvent.ts';
