export { type Address, Bridge } from './bridge.ts';
export * from './kinds/camera.ts';
export { SIMULATED } from './kinds/index.ts';
export { coldLampBox, laterLampBox, lightOfBox, pressedLampBox } from './kinds/lampBox.ts';
export { PART_PHOTO, renderPartPhoto } from './kinds/partPhoto.ts';
export { meterShows } from './kinds/uvMeter.ts';
export { chargeOf } from './practice.ts';
export { SimulatedRoom } from './room.ts';
export type { PartColours, RunningDevice, Standing, TrueBath, TrueLamp, Workshop } from './workshop.ts';
