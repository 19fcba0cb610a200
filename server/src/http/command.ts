import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { Refused } from './errors.ts';

export type CommandMeta = { readonly commandId: string; readonly kind: string };
export type Outcome<T> = { readonly reply: T; readonly topics: readonly string[] };

/**
 * Runs a command once: in one transaction, with its answer stored under the client's id.
 * A repeat returns that answer and changes nothing. After the commit the log is forced to disk, then listeners are told.
 */
export async function runCommand<T>(
  context: Context,
  meta: CommandMeta,
  work: (tx: Queryable) => Promise<Outcome<T>>,
): Promise<T> {
  const { topics, reply } = await context.db.transaction(async (tx): Promise<Outcome<T>> => {
    const before = await tx.maybeOne<{ kind: string; response: T }>(
      sql`SELECT kind, response FROM command WHERE id = ${meta.commandId}`,
    );
    if (before) {
      if (before.kind !== meta.kind) {
        throw new Refused({
          code: 'COMMAND_ID_REUSED',
          message: 'This command id was used for something else.',
          field: 'commandId',
        });
      }
      return { reply: before.response, topics: [] };
    }
    const outcome = await work(tx);
    await tx.many(sql`
      INSERT INTO command (id, kind, at, response)
      VALUES (${meta.commandId}, ${meta.kind}, ${new Date(context.nowMs())}, ${JSON.stringify(outcome.reply)})`);
    return outcome;
  });
  await context.db.sync();
  context.live.publish(topics);
  return reply;
}
