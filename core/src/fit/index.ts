export * from './fit.ts';
