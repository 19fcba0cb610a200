export * from './dip.ts';
