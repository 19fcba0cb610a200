import type { ResinCard } from '../resin/index.ts';
import { colourUnchanged } from './kinds/colourUnchanged.ts';
import { broken, cracked } from './kinds/cracked.ts';
import { detailLost } from './kinds/detailLost.ts';
import { dust } from './kinds/dust.ts';
import { greyFilm } from './kinds/greyFilm.ts';
import { grit } from './kinds/grit.ts';
import { scar } from './kinds/scar.ts';
import { shine } from './kinds/shine.ts';
import { softUnderside } from './kinds/softUnderside.ts';
import { swollen } from './kinds/swollen.ts';
import { stickyTrace, tack, tacky } from './kinds/tacky.ts';
import { tinted } from './kinds/tinted.ts';
import { warped } from './kinds/warped.ts';
import { good, matte, sound } from './kinds/well.ts';
import { whiteMarks } from './kinds/whiteMarks.ts';
import type { LookShape } from './shape.ts';

export { type CauseId, causeName, OF_LIGHT, type Remedy } from './causes.ts';
export type { Facts } from './facts.ts';
export type { LookShape } from './shape.ts';

/** Everything that can be seen on a part, in the order in which it is asked: a new one is a file of its own and a line here. */
const LOOKS = {
  matte,
  good,
  sound,
  shine,
  tack,
  tacky,
  tinted,
  'colour unchanged': colourUnchanged,
  'soft underside': softUnderside,
  'sticky trace': stickyTrace,
  'white marks': whiteMarks,
  'grey film': greyFilm,
  dust,
  grit,
  swollen,
  cracked,
  warped,
  'detail lost': detailLost,
  scar,
  broken,
} as const satisfies Record<string, LookShape>;

/** Anything that can be seen on a part. */
export type Seen = keyof typeof LOOKS;
type AskedAt<When extends keyof LookShape> = {
  [K in Seen]: (typeof LOOKS)[K] extends Record<When, unknown> ? K : never;
}[Seen];
/** What can be seen before the light, after it, on finished parts days later; and what has causes. */
export type MatteLook = AskedAt<'before'>;
export type CuredLook = AskedAt<'after'>;
export type LaterLook = AskedAt<'later'>;
export type Fault = AskedAt<'causes'>;
export type LookOutcome = MatteLook | CuredLook;

const SEEN = Object.keys(LOOKS) as readonly Seen[];
export const lookShape = (seen: Seen): LookShape => LOOKS[seen];
const askedAt = <When extends keyof LookShape>(when: When) =>
  SEEN.filter((seen): seen is AskedAt<When> => lookShape(seen)[when] !== undefined);
export const MATTE_LOOKS = askedAt('before');
export const CURED_LOOKS = askedAt('after');
export const LATER_LOOKS = askedAt('later');
export const FAULTS = askedAt('causes');
/** Whether it is asked of parts of this resin. */
export const isAskedOf = (seen: Seen, card: Pick<ResinCard, 'changesColour'>): boolean =>
  lookShape(seen).onlyIf?.(card) ?? true;
/** Whether it is a fault to be explained. */
export const isFault = (seen: Seen): seen is Fault => lookShape(seen).causes !== undefined;
