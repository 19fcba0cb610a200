export * from './blend.ts';
export * from './distil.ts';
export * from './hardenFilter.ts';
export * from './learn.ts';
export * from './options.ts';
export * from './pan.ts';
export * from './run/index.ts';
