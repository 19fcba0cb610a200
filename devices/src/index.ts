export { type Address, Bridge } from './bridge.ts';
export * from './camera.ts';
export { type RunningDevice, runCamera, runScale, type TrueBath, type World } from './run.ts';
