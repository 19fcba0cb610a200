import type { NewShiftNote, ShiftNotesReply } from '@north-step/contract';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { runCommand } from '../http/command.ts';

const MOST_SHOWN = 12;

export async function shiftNotes(db: Queryable): Promise<ShiftNotesReply> {
  const rows = await db.many<{ text: string; at: Date; by: string }>(
    sql`SELECT text, at, by FROM shift_note ORDER BY seq DESC LIMIT ${MOST_SHOWN}`,
  );
  return { notes: rows.map(({ text, at, by }) => ({ text, by, atMs: at.getTime() })) };
}

export async function addShiftNote(
  context: Context,
  { commandId, heldMs, by = 'workshop', text }: NewShiftNote,
): Promise<ShiftNotesReply> {
  await runCommand(context, { commandId, heldMs }, 'shift.note', async (tx, context) => {
    await tx.many(
      sql`INSERT INTO shift_note (text, at, by, command_id) VALUES (${text}, ${new Date(context.nowMs())}, ${by}, ${commandId})`,
    );
    return { reply: { ok: true }, topics: ['shift'] };
  });
  return shiftNotes(context.db);
}
