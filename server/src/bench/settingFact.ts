import { sql } from '../db/index.ts';
import type { Work } from '../http/command.ts';

/** Writes down as a fact what a command set: who, when, and how it is since. */
export const settingFact = (
  { tx, context, command: { commandId, by } }: Pick<Work, 'tx' | 'context' | 'command'>,
  key: 'bench' | 'prices' | 'layout' | 'lot' | 'air',
  value: object,
): Promise<unknown> =>
  tx.many(sql`
    INSERT INTO setting_event (key, value, at, by, command_id)
    VALUES (${key}, ${JSON.stringify(value)}, ${new Date(context.nowMs())}, ${by}, ${commandId})`);
