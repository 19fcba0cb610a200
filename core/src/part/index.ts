export * from './facts.ts';
export * from './part.ts';
