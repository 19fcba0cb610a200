import type { PaletteEntry, StepKindShape } from './shape.ts';

type Entry = Pick<PaletteEntry, 'group' | 'place' | 'title' | 'where' | 'hint'> & { readonly say: string };
/** One press. */
const work = ({ say, ...entry }: Entry) => ({ ...entry, mode: 'moment', say: [say, say] }) satisfies PaletteEntry;
/** One press, after solvent has flown. */
const mist = (entry: Entry) => ({ ...work(entry), cautions: ['resin', 'solvent', 'mist'] }) satisfies PaletteEntry;
/** Begun and ended: hands are on it meanwhile. */
const handwork = ({ say, ...entry }: Entry, done: string) =>
  ({ ...entry, mode: 'hands', say: [say, done] }) satisfies PaletteEntry;
const finish = (
  place: number,
  title: string,
  hint: string,
  say: string,
  cautions?: PaletteEntry['cautions'],
): PaletteEntry => ({
  ...handwork({ group: 'finish', place, title, where: 'mat', hint, say }, `${title} of {}: done`),
  ...(cautions ? { cautions } : {}),
});

/** Work that no model computes anything for. */
export const doWork = {
  types: {
    'return-resin': work({
      group: 'drip and plate',
      place: 2,
      title: 'Return the resin',
      where: 'drip-rack',
      hint: 'Strain what dripped back into its own bottle; never mix lots.',
      say: 'Strain the resin of {} back',
    }),
    squirt: mist({
      group: 'wash',
      place: 7,
      title: 'Squirt channels',
      where: 'last-bath',
      hint: 'A squirt of clean solvent into every channel and blind hole, over the bath.',
      say: 'Squirt the channels of {}',
    }),
    shake: mist({
      group: 'wash',
      place: 9,
      title: 'Shake off',
      where: 'last-bath',
      hint: 'Shake over the bath: what clings is carried on.',
      say: 'Shake {} off over the bath',
    }),
    inspect: handwork(
      {
        group: 'supports',
        place: 3,
        title: 'Inspect',
        where: 'mat',
        hint: 'Look for cracks, stubs, soft walls; count what broke.',
        say: 'Inspect {}',
      },
      '{} is inspected',
    ),
    blow: mist({
      group: 'dry',
      place: 1,
      title: 'Blow off',
      where: 'drying-rack',
      hint: 'Blow channels out over the bath, away from faces, eye cover on.',
      say: 'Blow {} off',
    }),
    'brush-off': work({
      group: 'supports',
      place: 4,
      title: 'Brush dust off',
      where: 'mat',
      hint: 'Soft dry brush into a tray; what falls is resin: it is cured before it is binned.',
      say: 'Brush the dust off {}',
    }),
    'fill-pits': handwork(
      {
        group: 'supports',
        place: 5,
        title: 'Fill pits',
        where: 'mat',
        hint: 'A drop of the same resin in each scar, wiped flush; it is cured with the part.',
        say: 'Fill the pits of {}',
      },
      'The pits of {} are filled',
    ),
    'weigh-down': work({
      group: 'cure',
      place: 9,
      title: 'Weigh floating parts down',
      where: 'light',
      hint: 'A clear weight or a net keeps them under; it must not shade them.',
      say: 'Weigh {} down under the surface',
    }),
    'cover-light': work({
      group: 'dry',
      place: 4,
      title: 'Cover against light',
      where: 'drying-rack',
      hint: 'Foil or a closed lid: daylight hardens what is not to harden yet.',
      say: 'Cover {} against light',
    }),
    film: work({
      group: 'cure',
      place: 10,
      title: 'Separating film',
      where: 'mat',
      hint: 'Thin and even on what must come apart again; dry before the parts are mated.',
      say: 'Put separating film on {}',
    }),
    'turn-over': work({
      group: 'cure',
      place: 2,
      title: 'Turn over',
      where: 'light',
      hint: 'Undersides up, on clean supports.',
      say: 'Turn {} over',
    }),
    'hold-form': work({
      group: 'cure',
      place: 5,
      title: 'Hold on a form',
      where: 'mat',
      hint: 'Tie or clip it so that it cannot warp; light must still reach it all round.',
      say: 'Set {} on its form',
    }),
    'sand-bed': work({
      group: 'cure',
      place: 6,
      title: 'Stand in a bed',
      where: 'light',
      hint: 'Dry sand or a strip of film keeps small parts upright; what is buried stays dark, so turn them over.',
      say: 'Stand {} in its bed',
    }),
    mate: work({
      group: 'cure',
      place: 7,
      title: 'Put mating parts together',
      where: 'mat',
      hint: 'Cured apart first; then together, so that they keep their fit.',
      say: 'Put the mating parts of {} together',
    }),
    file: finish(1, 'File', 'Away from the face; wet if it dusts.', 'File {}', ['dust']),
    sand: finish(
      2,
      'Sand through the grits',
      'Wet, coarse to fine: 240, 400, 800; mask on.',
      'Sand {} through the grits',
      ['dust'],
    ),
    polish: finish(3, 'Polish', 'Light pressure; it warms and softens.', 'Polish {}', ['dust']),
    steam: finish(4, 'Steam', 'Short passes; eye cover and dry gloves.', 'Steam {}', ['heat']),
    glue: finish(5, 'Glue', 'Cyanoacrylate and activator on cured faces; extraction on.', 'Glue {}', ['glue']),
    mount: finish(6, 'Mount', 'Dry fit first.', 'Mount {}'),
    label: finish(7, 'Label', 'Batch name, resin, lot, date.', 'Label {}'),
    photograph: finish(8, 'Photograph', 'Beside an uncured reference, in white light.', 'Photograph {}'),
    pack: finish(9, 'Pack', 'Dark bag while it may still cure.', 'Pack {}'),
    'clean-tools': finish(
      10,
      'Clean plate and tools',
      'Plate, spatula, tray and brushes in the dirty bath, then dried; cured parts have tools of their own.',
      'Clean the plate and tools of {}',
      ['resin', 'solvent'],
    ),
  },
  mayBeLeftOut: true,
  gear: 'wet',
  cautions: ({ where }) => (where === 'light' ? ['light'] : where === 'mat' ? [] : ['resin']),
  why: 'cure',
  sets: [],
  short: 'hand',
} as const satisfies StepKindShape;
