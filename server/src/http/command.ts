import { AsyncLocalStorage } from 'node:async_hooks';
import { createHash } from 'node:crypto';
import { canonicalJson } from '@north-step/core/record';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { Refused } from './errors.ts';

/** What every command carries: its id, and how long it waited for a server that was away. */
export type CommandMeta = { readonly commandId: string; readonly heldMs?: number };
export type Outcome<T> = { readonly reply: T; readonly topics: readonly string[] };

/** What the request that is worked on asks for: the hash of its address and body, without how long it waited. */
const asked = new AsyncLocalStorage<string>();

/** Has every request that brings a command id known by what it asks for, so that an id stands for one thing only. */
export function rememberAsked(app: FastifyInstance): void {
  app.addHook('preHandler', (request, _, done) => {
    const body = request.body as { commandId?: unknown; heldMs?: unknown } | null | undefined;
    if (typeof body?.commandId !== 'string') return done();
    const { heldMs: _waited, ...rest } = body;
    const text = canonicalJson({ method: request.method, address: request.url, body: rest });
    asked.run(createHash('sha256').update(text).digest('hex'), done);
  });
}

type Before<T> = { readonly kind: string; readonly asked: string | null; readonly response: T };

/**
 * Runs a command once: in one transaction, with its answer stored under the client's id.
 * A repeat returns that answer and changes nothing; the same id for another batch or another body is refused.
 * After the commit the log is forced to disk, then listeners are told.
 * The work gets a context whose clock stands at the press: a command that waited out an outage happened then.
 */
export async function runCommand<T>(
  context: Context,
  { commandId, heldMs = 0 }: CommandMeta,
  kind: string,
  work: (tx: Queryable, pressed: Context) => Promise<Outcome<T>>,
): Promise<T> {
  const what = asked.getStore() ?? null;
  const { topics, reply } = await context.db.transaction(async (tx): Promise<Outcome<T>> => {
    const before = await tx.maybeOne<Before<T>>(sql`SELECT kind, asked, response FROM command WHERE id = ${commandId}`);
    if (before) {
      // commands of before ids were held to what they ask have nothing to compare
      const other = before.kind !== kind || (before.asked !== null && before.asked !== what);
      if (other)
        throw new Refused({
          code: 'COMMAND_ID_REUSED',
          message: 'This command id was used for something else, which was done; this was not.',
          remedy: 'Send it again under an id of its own.',
          field: 'commandId',
        });
      return { reply: before.response, topics: [] };
    }
    const outcome = await work(tx, { ...context, nowMs: () => context.nowMs() - heldMs });
    await tx.many(sql`
      INSERT INTO command (id, kind, at, response, asked)
      VALUES (${commandId}, ${kind}, ${new Date(context.nowMs())}, ${JSON.stringify(outcome.reply)}, ${what})`);
    return outcome;
  });
  await context.db.sync();
  context.live.publish(topics);
  return reply;
}
