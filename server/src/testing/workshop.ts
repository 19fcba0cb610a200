import { testCard, testProcedure } from '@north-step/core/testing';
import type { Workshop } from '../setUp.ts';

/** A small made-up workshop for tests. */
export const testWorkshop: Workshop = {
  bench: {
    workshop: 'Test bench',
    roomC: 22,
    humidityPct: 50,
    dryAir: 'fan',
    lamps: { 'lamp-box': { name: 'Lamp box', mWPerCm2: 10, heatsK: 8, timerStepS: 30 } },
  },
  people: [{ id: 'ada', name: 'Ada B.', role: 'technician' }],
  vessels: [
    { id: 'can', name: 'Fresh can', kind: 'can', role: 'fresh', capacityMl: 25_000, surfaceM2: 0.002 },
    { id: 'w2', name: 'Wash 2', kind: 'bath', capacityMl: 5000, surfaceM2: 0.04 },
    { id: 'w1', name: 'Wash 1', kind: 'bath', capacityMl: 5000, surfaceM2: 0.04 },
    { id: 'drum', name: 'Dirty drum', kind: 'drum', role: 'drum', capacityMl: 12_000, surfaceM2: 0.002 },
    { id: 'bottle', name: 'Reclaimed', kind: 'bottle', role: 'reclaimed', capacityMl: 10_000, surfaceM2: 0.001 },
  ],
  lines: [{ id: 'alcohol', name: 'Alcohol', baths: ['w1', 'w2'], own: ['can', 'drum', 'bottle'] }],
  stations: [
    { id: 'drip-rack', name: 'Drip rack', kind: 'drip-rack', capacity: 4, note: '' },
    { id: 'wash-1', name: 'Wash 1', kind: 'bath', capacity: 1, vesselId: 'w1', note: '' },
    { id: 'wash-2', name: 'Wash 2', kind: 'bath', capacity: 1, vesselId: 'w2', note: '' },
    { id: 'dry-rack', name: 'Dry rack', kind: 'drying-rack', capacity: 6, note: '' },
    { id: 'trim-mat', name: 'Trim mat', kind: 'mat', capacity: 2, note: '' },
    { id: 'lamp-box', name: 'Lamp box', kind: 'lamp', capacity: 1, note: '' },
  ],
  resins: [{ card: { ...testCard, name: 'Test Grey' }, lots: ['A1', 'A2'] }],
};

/** The same with bowls of water and an ultrasonic tub, a resin that water washes and one with a procedure of its own. */
export const wideWorkshop: Workshop = {
  ...testWorkshop,
  people: [...testWorkshop.people, { id: 'ivo', name: 'Ivo S.', role: 'technician' }],
  vessels: [
    ...testWorkshop.vessels,
    ...(['bowl-1', 'bowl-2'] as const).map((id, i) => ({
      id,
      name: `Bowl ${i + 1}`,
      kind: 'bath' as const,
      solvent: 'water' as const,
      agitation: 'hand' as const,
      capacityMl: 2000,
      surfaceM2: 0.05,
    })),
    { id: 'jar', name: 'Tub jar', kind: 'bath', agitation: 'ultrasonic', capacityMl: 800, surfaceM2: 0.008 },
  ],
  lines: [...testWorkshop.lines, { id: 'water', name: 'Water', baths: ['bowl-1', 'bowl-2'] }],
  stations: [
    ...testWorkshop.stations,
    { id: 'bowl-1', name: 'Bowl 1', kind: 'bath', capacity: 1, vesselId: 'bowl-1', note: '' },
    { id: 'bowl-2', name: 'Bowl 2', kind: 'bath', capacity: 1, vesselId: 'bowl-2', note: '' },
    { id: 'tub', name: 'Ultrasonic tub', kind: 'tank', capacity: 1, vesselId: 'jar', note: '' },
  ],
  resins: [
    ...testWorkshop.resins,
    {
      card: { ...testCard, id: 'watery', name: 'Test Water', family: 'water-wash', solvents: ['water'] },
      lots: ['W1'],
    },
    {
      card: {
        ...testCard,
        id: 'dental',
        name: 'Test Dental',
        family: 'skin-contact clear',
        ultrasonicCapS: 180,
        procedure: testProcedure,
      },
      lots: ['D1'],
    },
  ],
};
