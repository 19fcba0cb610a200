import type { Workshop } from '@north-step/server';
import { LAMPS } from './lamps.ts';
import { RESINS } from './resins.ts';

/** Fennmark Tidal Instruments, an invented workshop on an invented island. */
export const WORKSHOP: Workshop = {
  bench: {
    workshop: 'Fennmark Tidal Instruments',
    roomC: 22,
    humidityPct: 52,
    dryAir: 'still',
    lamps: {
      'lamp-box': { name: 'Lamp box', mWPerCm2: 9.2, heatsK: 9, heaterToC: 60, timerStepS: 120 },
      'small-lamp': { name: 'Small lamp', mWPerCm2: 6.1, heatsK: 3, timerStepS: 30, cutOutS: 90 },
      'sun-sill': { name: 'Sun sill', mWPerCm2: 0.9, heatsK: 2, timerStepS: 600 },
    },
    spaces: {
      plate: { sizeMm: [143, 90], mountMm: 45 },
      wash: {
        'wash-1': {
          openingMm: [230, 170],
          depthMm: 155,
          impellerMm: 22,
          basket: { sizeMm: [180, 130, 100], meshMm: 6 },
        },
        'wash-2': {
          openingMm: [230, 170],
          depthMm: 155,
          impellerMm: 22,
          basket: { sizeMm: [180, 130, 100], meshMm: 6 },
        },
        'ultra-tub': { openingMm: [80, 80], depthMm: 110, impellerMm: 0 },
        'rinse-bowl': { openingMm: [240, 200], depthMm: 80, impellerMm: 0 },
        'clear-bowl': { openingMm: [240, 200], depthMm: 80, impellerMm: 0 },
        'soap-tub': { openingMm: [250, 190], depthMm: 90, impellerMm: 0 },
      },
      boxes: { 'lamp-box': [200, 200, 210], 'small-lamp': [110, 110, 90], oven: [260, 260, 200] },
    },
  },
  lamps: LAMPS,
  people: [
    { id: 'mara', name: 'Mara V.', role: 'technician' },
    { id: 'osei', name: 'Osei T.', role: 'technician' },
    { id: 'ines', name: 'Ines R.', role: 'lead' },
  ],
  vessels: [
    { id: 'fresh-can', name: 'Fresh can', kind: 'can', role: 'fresh', capacityMl: 25_000, surfaceM2: 0.002 },
    { id: 'bath-2', name: 'Wash 2', kind: 'bath', capacityMl: 5000, surfaceM2: 0.04 },
    { id: 'bath-1', name: 'Wash 1', kind: 'bath', capacityMl: 5000, surfaceM2: 0.04 },
    { id: 'dirty-drum', name: 'Dirty drum', kind: 'drum', role: 'drum', capacityMl: 30_000, surfaceM2: 0.003 },
    { id: 'settling-jar', name: 'Settling jar', kind: 'jar', capacityMl: 8000, surfaceM2: 0.02 },
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

      solvent: 'water',
      agitation: 'hand',
      capacityMl: 2000,
      surfaceM2: 0.05,
    },
    {
      id: 'pan',
      name: 'Evaporation pan',
      kind: 'pan',

      solvent: 'water',
      capacityMl: 20_000,
      surfaceM2: 0.25,
    },
    {
      id: 'ultra-jar',
      name: 'Tub jar',
      kind: 'bath',

      agitation: 'ultrasonic',
      capacityMl: 800,
      surfaceM2: 0.008,
    },
    {
      id: 'soap-tub',
      name: 'Soap tub',
      kind: 'bath',

      solvent: 'detergent',
      agitation: 'impeller',
      capacityMl: 3000,
      surfaceM2: 0.05,
    },
    {
      id: 'clear-bowl',
      name: 'Clear bowl',
      kind: 'bath',

      solvent: 'water',
      agitation: 'hand',
      capacityMl: 2000,
      surfaceM2: 0.05,
    },
    {
      id: 'tank-water',
      name: 'Tank of water',
      kind: 'bath',

      solvent: 'water',
      agitation: 'ultrasonic',
      capacityMl: 2000,
      surfaceM2: 0.02,
    },
    { id: 'yard-pot', name: 'Yard still', kind: 'still', capacityMl: 4000, surfaceM2: 0.02 },
    { id: 'sludge-tin', name: 'Sludge tin', kind: 'tin', capacityMl: 5000, surfaceM2: 0.01 },
  ],
  lines: [
    {
      id: 'alcohol',
      name: 'Alcohol',
      baths: ['bath-1', 'bath-2'],
      own: ['fresh-can', 'dirty-drum', 'reclaimed-bottle'],
    },
    { id: 'water', name: 'Water', baths: ['rinse-bowl', 'clear-bowl'] },
    { id: 'detergent', name: 'Detergent', baths: ['soap-tub'] },
  ],
  stations: [
    { id: 'drip-rack', name: 'Drip rack', kind: 'drip-rack', capacity: 4, note: 'every minute saves resin' },
    { id: 'wash-1', name: 'Wash 1', kind: 'bath', capacity: 1, vesselId: 'bath-1', note: 'takes most of it' },
    { id: 'wash-2', name: 'Wash 2', kind: 'bath', capacity: 1, vesselId: 'bath-2', note: 'keep it clean' },
    {
      id: 'ultra-tub',
      name: 'Ultrasonic tub',
      kind: 'tank',
      capacity: 1,
      vesselId: 'ultra-jar',
      note: 'closed jar, in water',
    },
    {
      id: 'sonic-tank',
      name: 'Ultrasonic tank',
      kind: 'tank',
      capacity: 1,
      vesselId: 'tank-water',
      note: 'water in the tank itself',
    },
    {
      id: 'soap-tub',
      name: 'Soap tub',
      kind: 'bath',
      capacity: 1,
      vesselId: 'soap-tub',
      note: 'detergent and a brush',
    },
    {
      id: 'rinse-bowl',
      name: 'Rinse bowl',
      kind: 'bowl',
      capacity: 1,
      vesselId: 'rinse-bowl',
      note: 'waste, never to the drain',
    },
    { id: 'clear-bowl', name: 'Clear bowl', kind: 'bowl', capacity: 1, vesselId: 'clear-bowl', note: 'last water' },
    { id: 'dry-rack', name: 'Dry rack', kind: 'drying-rack', capacity: 6, note: 'ready when matte, no shine' },
    { id: 'trim-mat', name: 'Trim mat', kind: 'mat', capacity: 2, note: 'green trim; fine tips last' },
    { id: 'warm-dip', name: 'Warm dip', kind: 'warm-dip', capacity: 1, note: 'tongs; hold fins upright' },
    { id: 'lamp-box', name: 'Lamp box', kind: 'lamp', capacity: 1, note: 'turntable, mirrored floor' },
    { id: 'small-lamp', name: 'Small lamp', kind: 'lamp', capacity: 1, note: 'cuts out after 90 s' },
    { id: 'sun-sill', name: 'Sun sill', kind: 'sun', capacity: 2, note: 'hours, and it changes' },
    { id: 'oven', name: 'Oven', kind: 'oven', capacity: 2, note: 'to 120 °C, dry parts only' },
  ],
  resins: RESINS,
};

export const CUSTOMERS = ['Port of Lunsay', 'Skarv Survey', 'Hollin Weir Trust'] as const;
