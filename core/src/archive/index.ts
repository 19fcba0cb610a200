export * from './unzip.ts';
