export { makeCalculator } from './calculator.ts';
export { computeRoutes } from './routes.ts';
