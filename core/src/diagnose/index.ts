export * from './diagnose.ts';
export * from './facts.ts';
export * from './faultOf.ts';
