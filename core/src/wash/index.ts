export * from './carryOver.ts';
export * from './film.ts';
export * from './kinetics.ts';
export * from './limits.ts';
export * from './planWash.ts';
export * from './recess.ts';
export * from './soFar.ts';
