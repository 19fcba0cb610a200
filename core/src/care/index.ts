export * from './advise.ts';
export * from './carry.ts';
export * from './choices.ts';
export * from './limits.ts';
export * from './mix.ts';
export * from './report.ts';
