export * from './card.ts';
export * from './compare.ts';
export * from './ofSheet.ts';
