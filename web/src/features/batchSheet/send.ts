import type { CommandBody, CommandReply, CommandType } from '@north-step/contract';
import type { Answer } from '../../commands/outbox.ts';

/** Sends a command on the batch of the sheet. */
export type Send = <T extends OfSheet>(type: T, body: CommandBody<T>) => Promise<Answer<CommandReply<T>> | undefined>;
/** What can be done with a batch as a whole. */
export type OfSheet = Extract<
  CommandType,
  | `batch.${'edit' | 'broke' | 'measure' | 'recount' | 'hold' | 'split' | 'merge' | 'repeat' | 'later' | 'scrap'}`
  | 'record.correct'
>;
