import type { CureTest, CureTestsReply } from '@north-step/contract';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';

type TestRow = Omit<CureTest, 'cardId' | 'atMs'> & { readonly card_id: string; readonly at: Date };
const MOST_SHOWN = 400;

export async function cureTests(db: Queryable): Promise<CureTestsReply> {
  const rows = await db.many<TestRow>(
    sql`SELECT id, card_id, lot, schedule, property, readings, note, at, by FROM cure_test ORDER BY at DESC LIMIT ${MOST_SHOWN}`,
  );
  return { tests: rows.map(({ card_id, at, ...row }) => ({ ...row, cardId: card_id, atMs: at.getTime() })) };
}

/** Writes a set of tested samples down. @throws Refused for a resin that is not known, or hardness past its scale */
export const addCureTest: Handler<'cure.test'> = async ({ tx, context, command }) => {
  const { commandId, by, cardId, lot, schedule, property, readings, note = '' } = command;
  if (property === 'Shore D' && readings.some((reading) => reading > 100))
    throw new Refused({
      code: 'BAD_VALUE',
      field: 'readings',
      message: 'Shore D ends at 100; one of the readings is above it. Nothing was written down.',
      remedy: 'Correct it, or say that it is a breaking load.',
    });
  const card = await tx.maybeOne(sql`SELECT 1 AS one FROM resin_card WHERE id = ${cardId}`);
  if (!card) throw unknown('resin card', cardId);
  await tx.many(sql`
    INSERT INTO cure_test (id, card_id, lot, schedule, property, readings, note, at, by, command_id)
    VALUES (${context.newId()}, ${cardId}, ${lot}, ${JSON.stringify(schedule)}, ${property}, ${JSON.stringify(readings)}, ${note}, ${new Date(context.nowMs())}, ${by}, ${commandId})`);
  return { reply: await cureTests(tx), topics: ['lamps'] };
};
