import type { LaterLook } from '../decide/index.ts';
import type { LookOutcome } from '../route/index.ts';
import type { Fault } from './diagnose.ts';

const FAULT_OF: Readonly<Partial<Record<LookOutcome | LaterLook, Fault>>> = {
  shine: 'shine',
  tack: 'tacky',
  tacky: 'tacky',
  tinted: 'tinted',
  broken: 'cracked',
  cracked: 'cracked',
  warped: 'warped',
  grit: 'grit',
  'white marks': 'white marks',
  'soft underside': 'soft underside',
};
/** What was seen as a fault to be explained; nothing when all is well. */
export const faultOf = (seen: LookOutcome | LaterLook): Fault | undefined => FAULT_OF[seen];
