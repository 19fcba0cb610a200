export { type Address, Bridge } from './bridge.ts';
export * from './camera.ts';
export { coldLampBox, laterLampBox, lightOfBox, meterShows, pressedLampBox, type TrueLamp } from './lampBox.ts';
export { PART_PHOTO, renderPartPhoto } from './partPhoto.ts';
export { chargeOf } from './practice.ts';
export { type PartColours, type RunningDevice, runCamera, runScale, type TrueBath, type World } from './run.ts';
export {
  runDensityMeter,
  runRoomSensor,
  runScanner,
  runVapourSensor,
  runWashUnit,
  SimulatedRoom,
} from './runBench.ts';
export { type LampWorld, runLampBox, runUvMeter } from './runLight.ts';
export { type Charges, runStill, runWeatherMast } from './runReclaim.ts';
