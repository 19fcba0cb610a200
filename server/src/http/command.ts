import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { Refused } from './errors.ts';

/** What every command carries: its id, and how long it waited for a server that was away. */
export type CommandMeta = { readonly commandId: string; readonly heldMs?: number };
export type Outcome<T> = { readonly reply: T; readonly topics: readonly string[] };

/**
 * Runs a command once: in one transaction, with its answer stored under the client's id.
 * A repeat returns that answer and changes nothing. After the commit the log is forced to disk, then listeners are told.
 * The work gets a context whose clock stands at the press: a command that waited out an outage happened then.
 */
export async function runCommand<T>(
  context: Context,
  { commandId, heldMs = 0 }: CommandMeta,
  kind: string,
  work: (tx: Queryable, pressed: Context) => Promise<Outcome<T>>,
): Promise<T> {
  const { topics, reply } = await context.db.transaction(async (tx): Promise<Outcome<T>> => {
    const before = await tx.maybeOne<{ kind: string; response: T }>(
      sql`SELECT kind, response FROM command WHERE id = ${commandId}`,
    );
    if (before) {
      if (before.kind !== kind) {
        throw new Refused({
          code: 'COMMAND_ID_REUSED',
          message: 'This command id was used for something else.',
          field: 'commandId',
        });
      }
      return { reply: before.response, topics: [] };
    }
    const outcome = await work(tx, { ...context, nowMs: () => context.nowMs() - heldMs });
    await tx.many(sql`
      INSERT INTO command (id, kind, at, response)
      VALUES (${commandId}, ${kind}, ${new Date(context.nowMs())}, ${JSON.stringify(outcome.reply)})`);
    return outcome;
  });
  await context.db.sync();
  context.live.publish(topics);
  return reply;
}
