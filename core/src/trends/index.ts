export * from './bins.ts';
export * from './wilson.ts';
