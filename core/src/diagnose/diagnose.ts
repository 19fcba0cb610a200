import { normalBelow } from '../maths/index.ts';
import { percentText, plainNumber, Z90 } from '../units/index.ts';
import type { Facts } from './facts.ts';

export const FAULTS = [
  'tacky',
  'shine',
  'white marks',
  'tinted',
  'cracked',
  'warped',
  'soft underside',
  'grit',
] as const;
export type Fault = (typeof FAULTS)[number];
export type CauseId =
  | 'wash'
  | 'light'
  | 'air'
  | 'shadow'
  | 'wet'
  | 'haze'
  | 'over'
  | 'soak'
  | 'heat'
  | 'unheld'
  | 'grit'
  | 'other';
/** Before a part has had light, none of these can be at fault. */
const OF_LIGHT: ReadonlySet<CauseId> = new Set(['light', 'air', 'shadow', 'over']);
/** What mends it: more washing, more light, more rest, a turn; or nothing does. */
export type Remedy = 'wash' | 'light' | 'rest' | 'turn' | 'rinse' | 'none';
export type Cause = {
  readonly id: CauseId;
  /** a sentence with the figures that speak for it */
  readonly why: string;
  /** of all causes of this fault, 0 to 1; they add up to 1 */
  readonly share: number;
  readonly remedy: Remedy;
};

/** A cause that is there brings its fault about so often. An engineering guess. */
const STRENGTH = 0.9;
/** Something nobody wrote down. An engineering guess. */
const LEAK = 0.04;
/** How sure the residue of a wash is: films, stir and fit of the model. An engineering guess, as a standard deviation of the logarithm. */
const RESIDUE_SD = 0.45;
const REST_SD = 0.35;

/** Chance that a share lies above 1, when its logarithm is sure to so much. */
const above = (share: number, sd: number): number => (share <= 0 ? 0 : normalBelow(Math.log(share) / sd));
const below = (share: number, sd: number): number => 1 - above(share, sd);

const UNWRITTEN = {
  id: 'other',
  why: 'Another cause: what happened outside of what is kept here.',
  remedy: 'none',
} as const;

type Candidate = Omit<Cause, 'share'> & { readonly present: number };

/**
 * Ranks the causes of a fault: each is there with a chance that follows from what was written down, brings the fault about
 * nine times in ten, and is weighed by how likely the fault is with it against without it.
 * @source noisy-or (Pearl, 1988): P(c | fault) = p_c (1 − (1−q)·Π_{others}(1 − q p)) / (1 − Π(1 − q p)), then made to sum to 1
 */
export function diagnose(fault: Fault, facts: Facts): readonly Cause[] {
  const all = CANDIDATES[fault](facts).filter(
    ({ id, present }) => present > 0.005 && !(facts.unlit && OF_LIGHT.has(id)),
  );
  const none = all.reduce((product, { present }) => product * (1 - STRENGTH * present), 1 - LEAK);
  const posterior = all.map(({ present }) => {
    const others = none / (1 - STRENGTH * present);
    return (present * (1 - (1 - STRENGTH) * others)) / (1 - none);
  });
  const unwritten = LEAK / (1 - none);
  const total = posterior.reduce((sum, value) => sum + value, unwritten);
  return [
    ...all.map(({ present: _, ...cause }, i) => ({ ...cause, share: posterior[i]! / total })),
    { ...UNWRITTEN, share: unwritten / total },
  ].sort((a, b) => b.share - a.share);
}

const rateSd = ({ rateDoubt }: Facts): number => Math.max(0.08, Math.log1p(rateDoubt) / Z90);
const doseSd = ({ doseDoubt }: Facts): number => Math.max(0.08, Math.log1p(doseDoubt) / Z90);
/** A share in words: what is next to nothing is called so, and what is many times over is not counted finely. */
const times = (share: number): string =>
  share < 0.01 ? 'under 0.01 times' : share > 20 ? 'over 20 times' : `${plainNumber(share)} times`;

const wash = (f: Facts): Candidate => ({
  id: 'wash',
  present: above(f.residueShare, RESIDUE_SD),
  why: `The wash left ${times(f.residueShare)} the resin its card allows; its bath was at ${percentText(f.bathLoadPctW)}.`,
  remedy: 'wash',
});
const light = (f: Facts): Candidate => ({
  id: 'light',
  present: below(f.lightShare, rateSd(f)),
  why: `It has had ${times(f.lightShare)} the light that makes its coldest spot tack-free.`,
  remedy: 'light',
});
const shadow = (f: Facts, usual: number): Candidate => ({
  id: 'shadow',
  present:
    f.neverLitPct > 1
      ? 0.8
      : f.evenness === undefined
        ? f.turned
          ? usual / 2
          : usual
        : Math.min(0.9, Math.max(0.02, 0.6 * (1 - f.evenness) * (f.turned ? 0.4 : 1))),
  why:
    f.evenness === undefined
      ? `No light map was made${f.turned ? '' : ' and it was not turned over'}: an underside may lie in the dark.`
      : `Its coldest spot gets ${plainNumber(100 * f.evenness)} % of the hottest${f.neverLitPct > 0.5 ? `, and ${plainNumber(f.neverLitPct)} % lies in hollows` : ''}.`,
  remedy: f.turned ? 'light' : 'turn',
});
const wet = (f: Facts): Candidate => ({
  id: 'wet',
  present: below(f.restShare, REST_SD),
  why: `It rested ${times(f.restShare)} as long as its solvent needs to leave.`,
  remedy: 'rest',
});
const over = (f: Facts): Candidate => ({
  id: 'over',
  present: above(f.overShare, doseSd(f)),
  why: `It has had ${times(f.overShare)} the light at which its hottest spot goes over.`,
  remedy: 'none',
});
const soak = (f: Facts): Candidate => ({
  id: 'soak',
  present: above(f.soakShare, 0.3),
  why: `It lay in solvent ${times(f.soakShare)} as long as it may.`,
  remedy: 'rest',
});

const CANDIDATES: Readonly<Record<Fault, (f: Facts) => readonly Candidate[]>> = {
  tacky: (f) => [
    wash(f),
    light(f),
    shadow(f, 0.15),
    { ...wet(f), present: 0.5 * wet(f).present },
    {
      id: 'air',
      present: f.lightShare > 1 && f.residueShare < 1 ? 0.2 : 0.05,
      why: 'Oxygen of the air keeps a surface tacky though it has had its light.',
      remedy: 'light',
    },
  ],
  shine: (f) => [wash(f), { ...wet(f), present: 0.4 * wet(f).present }],
  'white marks': (f) => [
    wet(f),
    {
      id: 'haze',
      present: f.hazed ? 0.6 : 0.05,
      why: f.hazed ? 'Its card says that the last liquid hazes it.' : 'Some liquids haze some resins.',
      remedy: 'none',
    },
    { ...wash(f), present: 0.3 * wash(f).present, why: `A film of washed-off resin dried on it: ${wash(f).why}` },
    {
      id: 'soak',
      present: f.watery ? 0.25 : 0.02,
      why: 'Water dries slowly in corners and leaves its marks.',
      remedy: 'rest',
    },
  ],
  tinted: (f) => [
    over(f),
    { id: 'heat', present: 0.06, why: 'Heat in the lamp or an oven yellows some resins by itself.', remedy: 'none' },
  ],
  cracked: (f) => [soak(f), wet(f), { ...over(f), why: `${over(f).why} Past it, it turns brittle.` }],
  warped: (f) => [
    {
      id: 'unheld',
      present: Math.min(0.9, f.slender / 60) * (f.unheld ? 1 : 0.3),
      why: `It is ${plainNumber(f.slender)} walls long${f.unheld ? ', and nothing held it while it cured' : ''}.`,
      remedy: 'none',
    },
    shadow(f, 0.2),
    { ...soak(f), present: 0.5 * soak(f).present },
    { id: 'heat', present: 0.1, why: 'Warmth softens a part before it stiffens it.', remedy: 'none' },
  ],
  'soft underside': (f) => [shadow(f, 0.7), light(f)],
  grit: (f) => [
    {
      id: 'grit',
      present: f.gritty ? 0.9 : 0.15,
      why: f.gritty
        ? 'Its resin leaves grit, and it was not rinsed.'
        : 'A filled resin was washed in the same bath before it.',
      remedy: 'rinse',
    },
    { ...wash(f), present: 0.3 * wash(f).present },
  ],
};

const NAMES: Readonly<Record<CauseId, string>> = {
  wash: 'the wash',
  light: 'too little light',
  air: 'oxygen of the air',
  shadow: 'a side in the dark',
  wet: 'cured wet',
  haze: 'haze by its liquid',
  over: 'too much light',
  soak: 'too long in liquid',
  heat: 'heat',
  unheld: 'nothing held it',
  grit: 'grit',
  other: 'something nobody wrote down',
};
export const causeName = (id: CauseId): string => NAMES[id];

/** “It is the wash: 83 %.” */
export function verdict(causes: readonly Cause[]): string {
  const [first, second] = causes;
  if (!first) return 'Nothing that was written down explains it.';
  const told = `It is ${causeName(first.id)}: ${Math.round(100 * first.share)} %`;
  return second && first.share < 0.6
    ? `${told}; or ${causeName(second.id)}: ${Math.round(100 * second.share)} %.`
    : `${told}.`;
}
