/** What can be seen before the light. */
export const MATTE_LOOKS = ['matte', 'shine', 'tack', 'white marks', 'grit'] as const;
export type MatteLook = (typeof MATTE_LOOKS)[number];
/** What can be seen after it. */
export const CURED_LOOKS = [
  'good',
  'tacky',
  'soft underside',
  'tinted',
  'white marks',
  'cracked',
  'warped',
  'grit',
  'broken',
] as const;
export type CuredLook = (typeof CURED_LOOKS)[number];
export type LookOutcome = MatteLook | CuredLook;
