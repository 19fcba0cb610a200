import type { SCHOOLS, SchoolQuestion } from '@north-step/core/route';

/** Something on which practitioners disagree: whom each answer helps, what North Step advises, and why. */
export type Disagreement = {
  readonly title: string;
  /** by answer: who is helped by it */
  readonly helps: Readonly<Record<string, string>>;
  readonly advises: string;
  readonly why: string;
};
/** Answers that a route gives are all told: one that is forgotten does not compile. */
type OfRoutes = {
  readonly [Q in SchoolQuestion]: Disagreement & {
    readonly helps: Readonly<Record<(typeof SCHOOLS)[Q][number], string>>;
  };
};

export const OF_ROUTES: OfRoutes = {
  supports: {
    title: 'When supports come off',
    helps: {
      'before cure': 'Show faces and figures: soft tips clip easily and scar least.',
      'warm dip, then peel': 'Tough resins and many contacts: softened tips let go by hand. Thin features sag.',
      'after cure':
        'Tight tolerances and long thin features: the shape is held until it is hard. Stubs chip and are filed.',
      'between washes': 'Lattices: resin and dust that trimming sets free are washed off again.',
      'not taken off': 'Green hand-overs, and parts whose supports are sold with them.',
    },
    advises: 'Before the cure, unless a tolerance, a slender feature or many contacts speak against it.',
    why: 'A green contact needs a fraction of the force; what trimming frees can still be washed and the scar still fills.',
  },
  washing: {
    title: 'How it is washed',
    helps: {
      machine: 'Batches all day: the same stir each time, hands free, minutes that can be planned.',
      'two jars by hand': 'A few parts, closed jars and little vapour; tired arms wash worse.',
      'ultrasonic, short': 'Mopped patterns and blind details in seconds; longer roughens and cracks.',
      'spray and brush': 'Channels and lattices that no stir reaches; the mist needs a mask.',
      water: 'Rooms where no alcohol may stand; the water is waste like resin.',
      'detergent, then water': 'No fire risk; slower, and it must be rinsed.',
    },
    advises: 'A machine bath, then a clean one; a brush where the part has recesses that keep resin.',
    why: 'Faces are clean after a minute; what decides is the time that recesses need, and that depends on how the liquid moves.',
  },
  drying: {
    title: 'How it is dried',
    helps: {
      'hours of air': 'Thick walls that have taken up solvent, and whoever works overnight.',
      'blow off, minutes': 'Thin parts and full days: puddles go first, the film needs minutes.',
      'warm air': 'Thick parts and cold rooms; away from vapour, or it can burn.',
    },
    advises: 'Blow off, then as long as film, puddles and walls need; a look decides, not the clock.',
    why: 'The film is gone in minutes, corners and walls are not: white marks and soft skins come from light on wet parts.',
  },
  cureIn: {
    title: 'What keeps oxygen away',
    helps: {
      air: 'Nearly all: simple and dry; the last tack takes more light.',
      water: 'Clear and tacky resins: faster to the touch. It needs a dry rest after.',
      glycerine: 'Casting patterns and long cures: half the time to the touch; it is rinsed off.',
      sun: 'Whoever has no lamp: free and even, hours that hang on the sky.',
      'small lamp, in cycles': 'Small shops: cool lamp, short cycles, turned between them.',
      'not cured': 'Green hand-overs: whoever gets it trims and cures it.',
    },
    advises: 'Air, or what the card says; water or glycerine where air leaves tack at the end of the window.',
    why: 'Oxygen stops only the outermost skin. More light answers it until the window ends; then a liquid does.',
  },
  howLong: {
    title: 'How long it is lit first',
    helps: {
      'as the resin is used': 'Most: touch-dry for show, strong where strength is why the resin was bought.',
      'touch-dry': 'Models and figures: likely to pass at the first look.',
      'always low, look, add': 'Clear and untried resins: what is over cannot be taken back.',
      'card time': 'Who must follow the maker’s sheet, under its lamp.',
      strong: 'Functional parts: nine tenths of what light can still add.',
      long: 'Who believes it cannot hurt; it is held to the end of the window.',
    },
    advises: 'What most likely passes at the first look where the window is wide; low where it is narrow or untried.',
    why: 'A look costs a minute and a half of hands, a spoiled batch forty: the first light is the one that costs least in all.',
  },
  heat: {
    title: 'Heat',
    helps: {
      none: 'Most resins, and thin parts that would sag.',
      'warm chamber': 'Tough and filled resins: stiffer for the same light.',
      'oven afterwards': 'High-temperature resins, and strength where the card stands it.',
    },
    advises: 'None, unless the resin gains by it or cannot reach its target without.',
    why: 'Above its softening point a part cures further, and sags. Heat near solvent vapour can burn.',
  },
};

/** What routes do not answer, but every shop does. */
export const OF_SHOPS: readonly Disagreement[] = [
  {
    title: 'One bath, or more',
    helps: {
      'one bath': 'Little room and few batches: wash longer, change it sooner.',
      'dirty, then clean': 'Every day: the first takes nine tenths of the resin, the second stays clean for weeks.',
      'three in line': 'Clear and skin-contact parts, and shops that reclaim.',
    },
    advises: 'Two: the clean one decides what dries on the part.',
    why: 'What clings of the last bath dries on the face with what that bath holds.',
  },
  {
    title: 'Ultrasonic',
    helps: {
      never: 'Thin walls and brittle resins: it opens cracks.',
      'seconds, in a closed jar': 'Mopped patterns and fine relief.',
      'minutes, in the tank': 'Only where the card says so, in water; never flammable solvent in an open tank.',
    },
    advises: 'A minute at most in all, in a closed jar in water; the card may say otherwise.',
    why: 'It heats and makes mist: an open tank of alcohol is a fire waiting. Longer roughens faces.',
  },
  {
    title: 'Water after alcohol',
    helps: {
      never: 'Most: water dries slowly in corners and leaves marks.',
      'a rinse': 'Filled resins that leave grit, and after detergent or glycerine.',
    },
    advises: 'Only for grit, detergent and glycerine; then the rest is planned for water.',
    why: 'Alcohol leaves in minutes; a drop of water in a blind hole needs an hour.',
  },
  {
    title: 'Light while it is wet',
    helps: {
      'dry first': 'Everything washed in alcohol: light sets what it still holds.',
      'under water at once': 'Water-washed parts with no rest: touch-dry sooner; it is warned of, not refused.',
      'after patting dry': 'Water only, simple shapes; puddles in corners turn white.',
    },
    advises: 'Dry first. Wet with alcohol it is refused.',
    why: 'Solvent in the skin stays as soft, white, cracked skin, and its vapour stands in a warm lamp.',
  },
  {
    title: 'How long in solvent',
    helps: {
      'as short as it comes clean': 'Thin and flexible parts, and every clear one.',
      'the card’s limit': 'Deep recesses that need it.',
      overnight: 'Nobody: it swells, softens and cracks days later.',
    },
    advises:
      'What its recesses need, and never past the limit of its card; a clock that cannot be dismissed counts it.',
    why: 'Solvent goes into walls as the root of time and comes out far slower.',
  },
  {
    title: 'When to change a bath',
    helps: {
      'by look': 'Small baths and good eyes: cloudy or coloured is late.',
      'by count': 'Steady work on one resin.',
      'by measure': 'Mixed work: a flask on a scale tells a per cent.',
    },
    advises: 'By load: all three are evidence for one estimate with its range, which says how many batches are left.',
    why: 'A count knows nothing of dripping, a look nothing of dyes; together they narrow each other.',
  },
  {
    title: 'Gloves',
    helps: {
      'one hand': 'Basket in the gloved hand, lids and screens in the clean one.',
      'both, always': 'Whoever has become allergic, and every spill.',
      'off once it is dry': 'Nobody: dry is not cured. Off once it is cured.',
    },
    advises: 'Nitrile, single use, until the look after the light is good; off inside out before clean things.',
    why: 'Sensitisation comes with the hundredth touch and stays.',
  },
];
