export * from './shrinkage.ts';
export * from './sizes.ts';
