export * from './container.ts';
export * from './kinds.ts';
