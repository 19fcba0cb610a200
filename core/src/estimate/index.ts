export * from './cloud.ts';
export { loadsOf } from './evidence.ts';
export { createFilter, type Filter, weightsOf } from './filter.ts';
export * from './forecast.ts';
export { inOrder, itemAtMs, type Replayed, Replayer } from './replay.ts';
export { estimateOf, learnedOf, learnedWords, quantiles } from './summary.ts';
export * from './types.ts';
