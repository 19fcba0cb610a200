export { addBurnt, type LampRow, lampNowOf, lampRows, lampWithHours, type Sky } from './lampRows.ts';
export {
  allStations,
  allVessels,
  type BenchSetting,
  benchNow,
  benchSetting,
  everyVessel,
  inLine,
  openBatches,
  openRuns,
  parcelOf,
  toVessel,
  type VesselRow,
  vesselById,
} from './queries.ts';
export { roomAir } from './roomChecks.ts';
export { benchRoutes } from './routes.ts';
export { settingFact } from './settingFact.ts';
