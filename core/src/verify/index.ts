export * from './bundle.ts';
export * from './verify.ts';
