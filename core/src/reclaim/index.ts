export * from './hardenFilter.ts';
