export * from './facts.ts';
export * from './part.ts';
export * from './relief.ts';
