import type { Workshop } from '@north-step/server';
import { RESINS } from './resins.ts';

/** Fennmark Tidal Instruments, an invented workshop on an invented island. */
export const WORKSHOP: Workshop = {
  bench: {
    workshop: 'Fennmark Tidal Instruments',
    roomC: 22,
    humidityPct: 52,
    dryAir: 'still',
    lamp: { name: 'Lamp box', mWPerCm2: 9.2, heatsK: 9, timerStepS: 120 },
  },
  people: [
    { id: 'mara', name: 'Mara V.', role: 'technician' },
    { id: 'osei', name: 'Osei T.', role: 'technician' },
    { id: 'ines', name: 'Ines R.', role: 'lead' },
  ],
  vessels: [
    { id: 'fresh-can', name: 'Fresh can', kind: 'can', role: 'fresh', capacityMl: 25_000, surfaceM2: 0.002 },
    { id: 'bath-2', name: 'Wash 2', kind: 'bath', role: 'clean', capacityMl: 5000, surfaceM2: 0.04 },
    { id: 'bath-1', name: 'Wash 1', kind: 'bath', role: 'first', capacityMl: 5000, surfaceM2: 0.04 },
    { id: 'dirty-drum', name: 'Dirty drum', kind: 'drum', role: 'drum', capacityMl: 30_000, surfaceM2: 0.003 },
    { id: 'settling-jar', name: 'Settling jar', kind: 'jar', role: null, capacityMl: 8000, surfaceM2: 0.02 },
    {
      id: 'reclaimed-bottle',
      name: 'Reclaimed',
      kind: 'bottle',
      role: 'reclaimed',
      capacityMl: 10_000,
      surfaceM2: 0.001,
    },
    {
      id: 'rinse-bowl',
      name: 'Rinse bowl',
      kind: 'bath',
      role: null,
      solvent: 'water',
      capacityMl: 2000,
      surfaceM2: 0.05,
    },
    {
      id: 'pan',
      name: 'Evaporation pan',
      kind: 'pan',
      role: null,
      solvent: 'water',
      capacityMl: 20_000,
      surfaceM2: 0.25,
    },
    { id: 'sludge-tin', name: 'Sludge tin', kind: 'tin', role: null, capacityMl: 5000, surfaceM2: 0.01 },
  ],
  stations: [
    { id: 'drip-rack', name: 'Drip rack', side: 'wet', capacity: 4, note: 'every minute saves resin' },
    { id: 'wash-1', name: 'Wash 1', side: 'wet', capacity: 1, vesselId: 'bath-1', note: 'takes most of it' },
    { id: 'wash-2', name: 'Wash 2', side: 'wet', capacity: 1, vesselId: 'bath-2', note: 'keep it clean' },
    { id: 'dry-rack', name: 'Dry rack', side: 'dry', capacity: 6, note: 'ready when matte, no shine' },
    { id: 'trim-mat', name: 'Trim mat', side: 'dry', capacity: 2, note: 'green trim; fine tips last' },
    { id: 'lamp-box', name: 'Lamp box', side: 'light', capacity: 1, note: 'turntable, mirrored floor' },
  ],
  resins: RESINS,
};

export const CUSTOMERS = ['Port of Lunsay', 'Skarv Survey', 'Hollin Weir Trust'] as const;
