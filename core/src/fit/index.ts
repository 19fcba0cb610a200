export * from './fit.ts';
export * from './spaces.ts';
