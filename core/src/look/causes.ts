import { normalBelow } from '../maths/index.ts';
import { percentText, plainNumber, Z90 } from '../units/index.ts';
import type { Facts } from './facts.ts';

const NAMES = {
  wash: 'the wash',
  bath: 'what the bath left on it',
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
  clippings: 'clippings left on it',
  dusty: 'dust of the room',
  rubbed: 'rubbed or shaken off',
  trim: 'how its supports came off',
  lot: 'its lot',
  other: 'something nobody wrote down',
} as const;
export type CauseId = keyof typeof NAMES;
export const causeName = (id: CauseId): string => NAMES[id];
/** Before a part has had light, none of these can be at fault. */
export const OF_LIGHT: ReadonlySet<CauseId> = new Set(['light', 'air', 'shadow', 'over']);
/** What mends it: more washing, more light, more rest, a turn, a rinse, a brush, a drop of resin, a file; or nothing does. */
export type Remedy = 'wash' | 'light' | 'rest' | 'turn' | 'rinse' | 'brush' | 'fill' | 'none';
/** Something that may have brought a fault about, and the chance that it was there. */
export type Candidate = {
  readonly id: CauseId;
  /** a sentence with the figures that speak for it */
  readonly why: string;
  readonly remedy: Remedy;
  /** 0 to 1 */
  readonly present: number;
};

/** How sure the residue of a wash is: films, stir and fit of the model. An engineering guess, as a standard deviation of the logarithm. */
const RESIDUE_SD = 0.45;
const REST_SD = 0.35;
const SOAK_SD = 0.3;

/** Chance that a share lies above 1, when its logarithm is sure to so much. */
const above = (share: number, sd: number): number => (share <= 0 ? 0 : normalBelow(Math.log(share) / sd));
const below = (share: number, sd: number): number => 1 - above(share, sd);
const rateSd = ({ rateDoubt }: Facts): number => Math.max(0.08, Math.log1p(rateDoubt) / Z90);
const doseSd = ({ doseDoubt }: Facts): number => Math.max(0.08, Math.log1p(doseDoubt) / Z90);
/** A share in words: what is next to nothing is called so, and what is many times over is not counted finely. */
const times = (share: number): string =>
  share < 0.01 ? 'under 0.01 times' : share > 20 ? 'over 20 times' : `${plainNumber(share)} times`;
/** A cause that brings this fault about less often than its own. */
export const rarely = (share: number, cause: Candidate): Candidate => ({ ...cause, present: share * cause.present });

export const wash = (f: Facts): Candidate => ({
  id: 'wash',
  present: above(f.residueShare, RESIDUE_SD),
  why: `The wash left ${times(f.residueShare)} the resin its card allows; its bath was at ${percentText(f.bathLoadPctW)}.`,
  remedy: 'wash',
});
/** Liquid that clings dries, and what it held stays. */
export const bath = (f: Facts): Candidate => ({
  id: 'bath',
  present: Math.max(0.05, above(f.clingShare, RESIDUE_SD)),
  why: `What clung of a bath at ${percentText(f.bathLoadPctW)} dried to ${times(f.clingShare)} the film its card allows.`,
  remedy: 'wash',
});
export const light = (f: Facts): Candidate => ({
  id: 'light',
  present: below(f.lightShare, rateSd(f)),
  why: `It has had ${times(f.lightShare)} the light that makes its coldest spot tack-free.`,
  remedy: 'light',
});
/** @param usual how often an underside is dark where nobody mapped it, 0 to 1 */
export const shadow = (f: Facts, usual: number): Candidate => ({
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
export const air = (f: Facts): Candidate => ({
  id: 'air',
  present: f.lightShare > 1 && f.residueShare < 1 ? 0.2 : 0.05,
  why: 'Oxygen of the air keeps a surface tacky though it has had its light.',
  remedy: 'light',
});
export const wet = (f: Facts): Candidate => ({
  id: 'wet',
  present: below(f.restShare, REST_SD),
  why: `It rested ${times(f.restShare)} as long as its solvent needs to leave.`,
  remedy: 'rest',
});
export const over = (f: Facts): Candidate => ({
  id: 'over',
  present: above(f.overShare, doseSd(f)),
  why: `It has had ${times(f.overShare)} the light at which its hottest spot goes over.`,
  remedy: 'none',
});
export const soak = (f: Facts): Candidate => ({
  id: 'soak',
  present: above(f.soakShare, SOAK_SD),
  why: `It lay in solvent ${times(f.soakShare)} as long as it may.`,
  remedy: 'rest',
});
/** Fine detail goes where it is brushed, or shaken by ultrasound for too long. */
export const rubbed = (f: Facts): Candidate => ({
  id: 'rubbed',
  present: Math.max(f.brushed ? 0.3 : 0.03, above(f.ultrasonicShare, SOAK_SD)),
  why:
    f.ultrasonicShare > 0
      ? `It was shaken by ultrasound ${times(f.ultrasonicShare)} as long as it may be.`
      : f.brushed
        ? 'It was brushed while it was soft.'
        : 'Handling rubs soft detail down.',
  remedy: 'none',
});
export const clippings = (f: Facts): Candidate => ({
  id: 'clippings',
  present: f.clippings ? 0.5 : 0.03,
  why: f.clippings
    ? 'Its supports came off, and nothing washed or brushed it after that.'
    : 'Clippings of other parts fall on what lies open.',
  remedy: 'brush',
});
export const dusty = (f: Facts): Candidate => ({
  id: 'dusty',
  present: Math.min(0.6, 0.05 + 0.06 * f.openH),
  why: `It lay open for ${plainNumber(f.openH)} h before the light.`,
  remedy: 'brush',
});
const TRIM_SCARS: Readonly<Record<Facts['trimmed'], readonly [present: number, why: string]>> = {
  'not yet': [0.03, 'Its supports are still on.'],
  warm: [0.15, 'Its supports came off soft, out of a warm dip: even then a thick tip takes a little with it.'],
  green: [0.35, 'Its supports came off before the light: pulled, not cut, they take some of the face with them.'],
  hard: [0.7, 'Its supports came off after the light: what is brittle breaks out instead of bending.'],
};
export const trim = ({ trimmed }: Facts): Candidate => {
  const [present, why] = TRIM_SCARS[trimmed];
  return { id: 'trim', present, why, remedy: 'fill' };
};
