export * from './cautions.ts';
