import type { DeviceKind } from '@north-step/contract';
import type { RunDevice } from '../workshop.ts';
import { camera } from './camera.ts';
import { densityMeter } from './densityMeter.ts';
import { lampBox } from './lampBox.ts';
import { roomSensor, vapourSensor } from './roomSensors.ts';
import { scale } from './scale.ts';
import { scanner } from './scanner.ts';
import { still } from './still.ts';
import { uvMeter } from './uvMeter.ts';
import { washUnit } from './washUnit.ts';
import { weatherMast } from './weatherMast.ts';

/** Every kind of device, simulated: the compiler asks for a new one. */
export const SIMULATED: Readonly<Record<DeviceKind, RunDevice>> = {
  scale,
  camera,
  lamp: lampBox,
  'uv-meter': uvMeter,
  'wash-unit': washUnit,
  'density-meter': densityMeter,
  'room-sensor': roomSensor,
  'vapour-sensor': vapourSensor,
  scanner,
  still,
  'weather-mast': weatherMast,
};
