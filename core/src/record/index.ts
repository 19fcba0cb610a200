export * from './anchor.ts';
export * from './known.ts';
export * from './seal.ts';
