export * from './card.ts';
