import { AirReply, CheckDone, SetAir } from '../air.ts';
import type { CommandShape } from './define.ts';

export const AIR_COMMANDS = {
  'air.set': { summary: 'Say the room’s air, limits, stored quantity and checks', body: SetAir, reply: AirReply },
  'air.check': { summary: 'A check of the room was made', body: CheckDone, reply: AirReply },
} satisfies Record<string, CommandShape>;
