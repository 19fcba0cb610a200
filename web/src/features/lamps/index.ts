export { useLampsQuery, usePairsQuery } from './endpoints.ts';
export { LampPage } from './LampPage.tsx';
