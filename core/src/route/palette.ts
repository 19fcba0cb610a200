import type { Agitation } from '../wash/index.ts';
import { STATIONS, type StepKind, type StepMode } from './types.ts';

/** One kind of work that a route can hold. */
export type StepType = {
  readonly title: string;
  readonly hint: string;
  readonly kind: StepKind;
  readonly mode: StepMode;
  readonly group: PaletteGroup;
  readonly station: string;
  /** where else it can be done */
  readonly others?: readonly string[];
  readonly agitation?: Agitation;
  /** s, for timed steps that no model plans */
  readonly seconds?: number;
  /** what the band says before and after; {} is the batch */
  readonly say: readonly [start: string, finish: string];
};
export const PALETTE_GROUPS = ['drip and plate', 'wash', 'supports', 'dry', 'cure', 'finish'] as const;
export type PaletteGroup = (typeof PALETTE_GROUPS)[number];

const BATHS = [STATIONS.wash1, STATIONS.wash2];
const wash = (
  title: string,
  agitation: Agitation,
  hint: string,
  say: StepType['say'],
  station: string = STATIONS.wash1,
  others: readonly string[] = [],
): StepType => ({
  title,
  hint,
  kind: 'wash',
  mode: 'timed',
  group: 'wash',
  station,
  others: [...BATHS, ...others].filter((id) => id !== station),
  agitation,
  say,
});
const work = (
  group: PaletteGroup,
  title: string,
  station: string,
  hint: string,
  say: string,
  over: Partial<StepType> = {},
): StepType => ({ title, hint, kind: 'do', mode: 'moment', group, station, say: [say, say], ...over });
const bench = (title: string, hint: string, say: string): StepType => ({
  ...work('finish', title, STATIONS.trim, hint, say, { mode: 'hands' }),
  say: [say, `${title} of {}: done`],
});
const BOWLS = [STATIONS.rinse, STATIONS.clear];

/** Every step a route can be built from. */
export const STEP_TYPES = {
  drip: {
    title: 'Drip',
    hint: 'Tilt the plate; turn it once.',
    kind: 'drip',
    mode: 'timed',
    group: 'drip and plate',
    station: STATIONS.drip,
    say: ['Hang {} on the drip rack', '{} has dripped'],
  },
  'return-resin': work(
    'drip and plate',
    'Return the resin',
    STATIONS.drip,
    'Strain what dripped back into its own bottle; never mix lots.',
    'Strain the resin of {} back',
  ),
  mop: {
    ...work(
      'drip and plate',
      'Mop with a dry brush',
      STATIONS.drip,
      'Brush thick resin off and wipe the brush; cure the wipes before they are binned.',
      'Mop {} with a dry brush',
      { kind: 'mop', mode: 'hands' },
    ),
    say: ['Mop {} with a dry brush', '{} is mopped'],
  },
  'off-plate': work(
    'drip and plate',
    'Take off the plate',
    STATIONS.drip,
    'Scraper flat, never lever soft parts; catch flying pieces; clean the plate and put it back.',
    'Take {} off the plate',
    { kind: 'off-plate' },
  ),
  dip: wash('Dirty dip', 'hand', 'Swirl and dunk; let it hang 10 s over the bath after.', [
    'Dip {} in the dirty bath',
    'Lift {} out of the dirty bath',
  ]),
  'wash-machine': wash('Wash', 'impeller', 'Basket down until covered; let it hang 10 s over the bath after.', [
    'Lower {} into the bath',
    'Lift {} out of the bath',
  ]),
  'wash-hand': wash(
    'Swirl by hand',
    'hand',
    'Lid on, swirl and turn the jar; lid off only to lift the parts.',
    ['Swirl {} by hand', 'Lift {} out of the jar'],
    STATIONS.wash1,
    [STATIONS.soap, ...BOWLS],
  ),
  'wash-ultrasonic': wash(
    'Ultrasonic',
    'ultrasonic',
    'Parts and solvent in a closed jar, the jar in water: flammable solvent never goes straight into the tank.',
    ['Set the jar of {} in the ultrasonic tub', 'Lift {} out of the ultrasonic tub'],
    STATIONS.ultra,
  ),
  'wash-spray': wash('Spray', 'spray', 'Spray from the top down, away from the face, over the bath.', [
    'Spray {} over the bath',
    '{} is sprayed',
  ]),
  brush: wash(
    'Brush',
    'brush',
    'Soft brush, wet, into crevices; fine tips last.',
    ['Brush {} in the bath', '{} is brushed'],
    STATIONS.wash1,
    [STATIONS.soap, ...BOWLS],
  ),
  squirt: work(
    'wash',
    'Squirt channels',
    STATIONS.wash2,
    'A squirt of clean solvent into every channel and blind hole, over the bath.',
    'Squirt the channels of {}',
  ),
  rinse: {
    title: 'Rinse in water',
    hint: 'Dunk and turn; the water is waste, it never goes to the drain.',
    kind: 'rinse',
    mode: 'timed',
    group: 'wash',
    station: STATIONS.rinse,
    others: [STATIONS.clear],
    agitation: 'hand',
    seconds: 60,
    say: ['Rinse {} in water', 'Lift {} out of the water'],
  },
  shake: work(
    'wash',
    'Shake off',
    STATIONS.wash2,
    'Shake over the bath: what clings is carried on.',
    'Shake {} off over the bath',
  ),
  'warm-dip': {
    title: 'Warm dip',
    hint: 'Tongs; hold thin features upright; peel at once, before it cools.',
    kind: 'warm-dip',
    mode: 'timed',
    group: 'supports',
    station: STATIONS.warm,
    say: ['Dip {} in warm water', 'Lift {} out and peel its supports'],
  },
  'supports-off': {
    title: 'Clip supports',
    hint: 'Raft first, thick stems next, fine tips last; cut low, hold the piece, eye cover on.',
    kind: 'trim',
    mode: 'hands',
    group: 'supports',
    station: STATIONS.trim,
    say: ['Clip the supports of {}', '{} is clipped'],
  },
  inspect: {
    ...work(
      'supports',
      'Inspect',
      STATIONS.trim,
      'Look for cracks, stubs, soft walls; count what broke.',
      'Inspect {}',
      {
        mode: 'hands',
      },
    ),
    say: ['Inspect {}', '{} is inspected'],
  },
  blow: work(
    'dry',
    'Blow off',
    STATIONS.dry,
    'Blow channels out over the bath, away from faces, eye cover on.',
    'Blow {} off',
  ),
  rest: {
    title: 'Rest until dry',
    hint: 'Blow channels out over the bath, then rest. No heaters near solvent vapour.',
    kind: 'dry',
    mode: 'timed',
    group: 'dry',
    station: STATIONS.dry,
    say: ['Blow off {}, set it on the dry rack', 'Check {} is dry'],
  },
  'look-matte': {
    title: 'Look: matte?',
    hint: 'Evenly matte, no shine in channels, no tack.',
    kind: 'look-matte',
    mode: 'look',
    group: 'dry',
    station: STATIONS.dry,
    say: ['Look at {}: matte all over?', 'Look at {}: matte all over?'],
  },
  cure: {
    title: 'Cure',
    hint: 'Turntable on. First run on the low side: light can be added, never taken back.',
    kind: 'cure',
    mode: 'timed',
    group: 'cure',
    station: STATIONS.lamp,
    others: [STATIONS.smallLamp, STATIONS.sun],
    say: ['Put {} in the light', 'Take {} out of the light'],
  },
  'turn-over': work('cure', 'Turn over', STATIONS.lamp, 'Undersides up, on clean supports.', 'Turn {} over'),
  'look-cured': {
    title: 'Touch and tilt',
    hint: 'No tack, no shine, hard to a nail, no warm tint beside an uncured one.',
    kind: 'look-cured',
    mode: 'look',
    group: 'cure',
    station: STATIONS.lamp,
    say: ['Touch and tilt {}', 'Touch and tilt {}'],
  },
  oven: {
    title: 'Oven',
    hint: 'Dry parts only; raise and fall slowly, long parts held flat.',
    kind: 'oven',
    mode: 'timed',
    group: 'cure',
    station: STATIONS.oven,
    seconds: 1800,
    say: ['Put {} in the oven', 'Take {} out of the oven'],
  },
  'hold-form': work(
    'cure',
    'Hold on a form',
    STATIONS.trim,
    'Tie or clip it so that it cannot warp; light must still reach it all round.',
    'Set {} on its form',
  ),
  'sand-bed': work(
    'cure',
    'Stand in a bed',
    STATIONS.lamp,
    'Dry sand or a strip of film keeps small parts upright; what is buried stays dark, so turn them over.',
    'Stand {} in its bed',
  ),
  mate: work(
    'cure',
    'Put mating parts together',
    STATIONS.trim,
    'Cured apart first; then together, so that they keep their fit.',
    'Put the mating parts of {} together',
  ),
  'glycerine-rinse': {
    title: 'Rinse off glycerine',
    hint: 'Warm water, then shake; the water is kept.',
    kind: 'rinse',
    mode: 'timed',
    group: 'cure',
    station: STATIONS.rinse,
    others: [STATIONS.clear],
    agitation: 'hand',
    seconds: 60,
    say: ['Rinse the glycerine off {}', 'Lift {} out of the water'],
  },
  file: bench('File', 'Away from the face; wet if it dusts.', 'File {}'),
  sand: bench('Sand through the grits', 'Wet, coarse to fine: 240, 400, 800; mask on.', 'Sand {} through the grits'),
  polish: bench('Polish', 'Light pressure; it warms and softens.', 'Polish {}'),
  steam: bench('Steam', 'Short passes; eye cover and dry gloves.', 'Steam {}'),
  glue: bench('Glue', 'Cyanoacrylate and activator on cured faces; extraction on.', 'Glue {}'),
  mount: bench('Mount', 'Dry fit first.', 'Mount {}'),
  label: bench('Label', 'Batch name, resin, lot, date.', 'Label {}'),
  photograph: bench('Photograph', 'Beside an uncured reference, in white light.', 'Photograph {}'),
  pack: bench('Pack', 'Dark bag while it may still cure.', 'Pack {}'),
  'hand-over': work(
    'finish',
    'Hand over uncured',
    STATIONS.trim,
    'Sealed from light, with how to trim and cure it, gloves named.',
    'Pack {} green, sealed from light',
    { kind: 'hand-over' },
  ),
  seal: work('finish', 'Seal the record', STATIONS.lamp, 'Label the parts.', 'Seal the record of {}', { kind: 'seal' }),
} as const satisfies Record<string, StepType>;
export type StepTypeId = keyof typeof STEP_TYPES;
export const STEP_TYPE_IDS = Object.keys(STEP_TYPES) as readonly StepTypeId[];
export const stepType = (id: StepTypeId): StepType => STEP_TYPES[id];
