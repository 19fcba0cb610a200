export * from './diagnose.ts';
export * from './facts.ts';
