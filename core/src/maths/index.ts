export * from './lightExponent.ts';
export * from './random.ts';
