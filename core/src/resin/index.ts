export * from './card.ts';
export * from './compare.ts';
