import type { DEEDS, Deed, DeedType } from '@north-step/core/decide';
import type { Static } from 'typebox';
import { AIR_COMMANDS } from './air.ts';
import { BATCH_COMMANDS } from './batch.ts';
import type { CommandShape } from './define.ts';
import { LAYOUT_COMMANDS } from './layout.ts';
import type { CommandParams, CommandType } from './paths.ts';
import { RECLAIM_COMMANDS } from './reclaim.ts';
import { SHOP_COMMANDS } from './shop.ts';
import { SOLVENT_COMMANDS } from './solvent.ts';
import { STEP_COMMANDS } from './step.ts';

export { type CommandMeta, type CommandShape, wireBody } from './define.ts';
export { addressOf, COMMAND_PATHS, COMMAND_TYPES, type CommandParams, type CommandType } from './paths.ts';

/** Everything that can be done, by type. Servers take their routes from it, browsers the types of what they send. */
export const COMMANDS = {
  ...BATCH_COMMANDS,
  ...STEP_COMMANDS,
  ...SOLVENT_COMMANDS,
  ...RECLAIM_COMMANDS,
  ...AIR_COMMANDS,
  ...SHOP_COMMANDS,
  ...LAYOUT_COMMANDS,
} satisfies Record<CommandType, CommandShape>;
type Table = typeof COMMANDS;
type Fixed<T> = { readonly [K in keyof T]: Fixed<T[K]> };
export type CommandBody<T extends CommandType> = Fixed<Static<Table[T]['body']>>;
export type CommandReply<T extends CommandType> = Static<Table[T]['reply']>;
/** What is to be done, and to what. */
export type Asked<T extends CommandType = CommandType> = {
  readonly [K in T]: { readonly type: K; readonly params: CommandParams<K>; readonly body: CommandBody<K> };
}[T];
/** What is said of a batch in a command: what of it its path names, and its body. */
type Said<T extends CommandType> = Omit<CommandParams<T>, 'batchId'> & CommandBody<T>;
/** Holds what core decides to what is sent: each deed is a command, and takes what that command says. */
type Held<D extends { readonly [K in DeedType]: Deed<Said<K>> }> = D;
export type Deeds = Held<typeof DEEDS>;
