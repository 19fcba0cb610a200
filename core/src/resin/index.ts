export * from './card.ts';
export * from './compare.ts';
export * from './fields.ts';
export * from './ofSheet.ts';
export * from './validate.ts';
