export { book } from './posting.ts';
export { lastFill, NEW_FILLING, readOf, takeReading, writeReading } from './readings.ts';
export { SOLVENT_HANDLINGS, solventRoutes } from './routes.ts';
export {
  gramsOf,
  liquidsBefore,
  markSettled,
  massG,
  need,
  posted,
  refuseInRun,
  roomFor,
  settleLoss,
  taken,
  takesLiquid,
  volumeOf,
} from './shared.ts';
