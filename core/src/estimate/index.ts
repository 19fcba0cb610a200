export * from './cloud.ts';
export { createFilter, type Filter } from './filter.ts';
export * from './forecast.ts';
export { inOrder, itemAtMs, type Replayed, Replayer } from './replay.ts';
export { estimateOf, learnedOf, learnedWords, quantiles } from './summary.ts';
export * from './types.ts';
