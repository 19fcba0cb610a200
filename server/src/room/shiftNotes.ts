import type { ShiftNotesReply } from '@north-step/contract';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';

const MOST_SHOWN = 12;

export async function shiftNotes(db: Queryable): Promise<ShiftNotesReply> {
  const rows = await db.many<{ text: string; at: Date; by: string }>(
    sql`SELECT text, at, by FROM shift_note ORDER BY seq DESC LIMIT ${MOST_SHOWN}`,
  );
  return { notes: rows.map(({ text, at, by }) => ({ text, by, atMs: at.getTime() })) };
}

export const addShiftNote: Handler<'shift.note'> = async ({ tx, context, command }) => {
  await tx.many(sql`
    INSERT INTO shift_note (text, by, at, command_id)
    VALUES (${command.text}, ${command.by}, ${new Date(context.nowMs())}, ${command.commandId})`);
  return { reply: await shiftNotes(tx), topics: ['shift'] };
};
