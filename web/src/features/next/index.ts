export { Band, SlimBand, SlimButton } from './Band.tsx';
export { LaterDialog } from './lazyDialogs.ts';
export { NextBand } from './NextBand.tsx';
export { NotedBar } from './NotedBar.tsx';
export { useBench } from './useBench.ts';
export { type Called, type Do, useDo } from './useDo.ts';
export { useLiveBench } from './useLiveBench.ts';
export { useNextStep } from './useNextStep.tsx';
export { type BenchPlan, planOf, useProjection } from './useProjection.ts';
