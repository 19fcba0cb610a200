export * from './families.ts';
export * from './kinetics.ts';
export * from './plan.ts';
export * from './window.ts';
