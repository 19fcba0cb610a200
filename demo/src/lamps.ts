import { type Lamp, NO_LIGHT, SUNNY_SILL } from '@north-step/core/light';
import type { Workshop } from '@north-step/server';

/** A tower of three strips about a clear turntable over a mirror; it had burnt 372 h when the story begins. */
export const LAMP_BOX: Lamp = {
  kind: 'box',
  groups: [{ shape: 'columns', columns: 3, each: 8, radiusMm: 112, fromMm: 8, toMm: 190, powerMW: 388 }],
  turntable: true,
  tableRadiusMm: 95,
  heightMm: 205,
  tableTransmission: 0.88,
  floorBelowMm: 12,
  floorReflectance: 0.85,
  wallReflectance: 0.55,
  wallAreaMm2: 250_000,
  portMm2: 4000,
  heatsK: 9,
  heaterToC: 60,
  timerStepS: 120,
  hours: 372,
  fadesPer1000h: 0.145,
};

export const LAMPS: NonNullable<Workshop['lamps']> = [
  { stationId: 'lamp-box', lamp: LAMP_BOX },
  {
    stationId: 'small-lamp',
    lamp: {
      kind: 'small',
      groups: [
        { shape: 'ring', count: 12, radiusMm: 58, zMm: 80, downDeg: 35, powerMW: 73 },
        { shape: 'ring', count: 6, radiusMm: 58, zMm: 25, downDeg: 0, powerMW: 63 },
      ],
      turntable: false,
      tableRadiusMm: 52,
      heightMm: 85,
      tableTransmission: 0,
      floorBelowMm: 0,
      floorReflectance: 0,
      wallReflectance: 0.7,
      wallAreaMm2: 60_000,
      heatsK: 3,
      timerStepS: 30,
      cutOutS: 90,
      hours: 60,
      fadesPer1000h: 0.2,
    },
  },
  {
    stationId: 'sun-sill',
    lamp: SUNNY_SILL,
    // an island that is on no map
    sky: { latDeg: 14, lonDeg: -21, cloudShare: 0.3 },
  },
  {
    stationId: 'oven',
    lamp: { ...NO_LIGHT, kind: 'oven', tableRadiusMm: 130, heightMm: 200, heatsK: 0, heaterToC: 120, timerStepS: 60 },
  },
];
