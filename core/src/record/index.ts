export * from './anchor.ts';
export * from './kinds.ts';
export * from './known.ts';
export * from './seal.ts';
