import type { BathNow, BenchNow, LampNow, StationKind, StationNow } from '../bench/index.ts';
import type { Solvent } from '../liquids/index.ts';
import type { Agitation } from '../wash/index.ts';

const at = (id: string, name: string, kind: StationKind, capacity = 1): StationNow => ({ id, name, kind, capacity });
const bath = (name: string, solvent: Solvent, loadPctW: number, agitation: Agitation = 'impeller'): BathNow => ({
  name,
  solvent,
  loadPctW,
  strengthPctW: 95,
  agitation,
});
const lamp = (name: string, over: Partial<LampNow> = {}): LampNow => ({
  name,
  mWPerCm2: 10,
  heatsK: 8,
  timerStepS: 30,
  ...over,
});
const ROOM = { roomC: 22, humidityPct: 50, dryAir: 'still' } as const;

/** One machine bath and a lamp. */
export const oneBathBench: BenchNow = {
  ...ROOM,
  stations: [at('hook', 'Hook', 'drip-rack', 2), at('tub', 'Tub', 'bath'), at('box', 'Box', 'lamp')],
  lines: [{ id: 'line', name: 'Alcohol', baths: ['tub'] }],
  baths: { tub: bath('Tub', 'isopropanol', 1) },
  lamps: { box: lamp('Box') },
};
/** Three machine baths in line and two lamps; the second heats. */
export const threeBathBench: BenchNow = {
  ...ROOM,
  stations: [
    at('rail', 'Rail', 'drip-rack', 6),
    at('a', 'Bath A', 'bath'),
    at('b', 'Bath B', 'bath'),
    at('c', 'Bath C', 'bath'),
    at('shelf', 'Shelf', 'drying-rack', 6),
    at('mat', 'Mat', 'mat', 2),
    at('left', 'Left lamp', 'lamp'),
    at('right', 'Right lamp', 'lamp'),
  ],
  lines: [{ id: 'line', name: 'Alcohol', baths: ['a', 'b', 'c'] }],
  baths: {
    a: bath('Bath A', 'isopropanol', 9),
    b: bath('Bath B', 'isopropanol', 3),
    c: bath('Bath C', 'isopropanol', 0.4),
  },
  lamps: { left: lamp('Left lamp'), right: lamp('Right lamp', { heaterToC: 70 }) },
};
/** An alcohol line and a water line. */
export const twoLineBench: BenchNow = {
  ...ROOM,
  stations: [
    at('rail', 'Rail', 'drip-rack', 4),
    at('a1', 'Alcohol 1', 'bath'),
    at('a2', 'Alcohol 2', 'bath'),
    at('w1', 'Water 1', 'bowl'),
    at('w2', 'Water 2', 'bowl'),
    at('shelf', 'Shelf', 'drying-rack', 6),
    at('mat', 'Mat', 'mat', 2),
    at('box', 'Box', 'lamp'),
  ],
  lines: [
    { id: 'alcohol', name: 'Alcohol', baths: ['a1', 'a2'] },
    { id: 'water', name: 'Water', baths: ['w1', 'w2'] },
  ],
  baths: {
    a1: bath('Alcohol 1', 'isopropanol', 6),
    a2: bath('Alcohol 2', 'isopropanol', 1),
    w1: bath('Water 1', 'water', 0.5, 'hand'),
    w2: bath('Water 2', 'water', 0.1, 'hand'),
  },
  lamps: { box: lamp('Box') },
};
/** Nothing but a jar and the sun. */
export const jarAndSunBench: BenchNow = {
  ...ROOM,
  stations: [at('jar', 'Jar', 'jar'), at('sill', 'Sill', 'sun', 3)],
  lines: [{ id: 'line', name: 'Jar', baths: ['jar'] }],
  baths: { jar: bath('Jar', 'isopropanol', 1, 'hand') },
  lamps: { sill: lamp('Sill', { mWPerCm2: 1, heatsK: 2, timerStepS: 600 }) },
};
/** One of everything that a shipped route asks for. */
export const everythingBench: BenchNow = {
  ...twoLineBench,
  stations: [
    ...twoLineBench.stations,
    at('a-middle', 'Alcohol, middle', 'bath'),
    at('tank', 'Ultrasonic tank', 'tank'),
    at('water-tank', 'Tank of water', 'tank'),
    at('soap', 'Soap tub', 'bath'),
    at('dip', 'Warm dip', 'warm-dip'),
    at('small', 'Small lamp', 'lamp'),
    at('sill', 'Sill', 'sun', 2),
    at('oven', 'Oven', 'oven', 2),
  ],
  lines: [
    { id: 'alcohol', name: 'Alcohol', baths: ['a1', 'a-middle', 'a2'] },
    ...twoLineBench.lines.slice(1),
    { id: 'soap', name: 'Detergent', baths: ['soap'] },
  ],
  baths: {
    ...twoLineBench.baths,
    'a-middle': bath('Alcohol, middle', 'isopropanol', 3),
    soap: bath('Soap tub', 'detergent', 0.3),
    tank: bath('Tank', 'isopropanol', 0.5, 'ultrasonic'),
    'water-tank': bath('Tank of water', 'water', 0.5, 'ultrasonic'),
  },
  lamps: {
    box: lamp('Box', { heaterToC: 70 }),
    small: lamp('Small lamp', { mWPerCm2: 6, cutOutS: 90 }),
    sill: lamp('Sill', { mWPerCm2: 1, timerStepS: 600 }),
  },
};
