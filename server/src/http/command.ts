import { createHash } from 'node:crypto';
import {
  type Asked,
  addressOf,
  COMMAND_PATHS,
  COMMAND_TYPES,
  COMMANDS,
  type CommandBody,
  type CommandMeta,
  type CommandParams,
  type CommandReply,
  type CommandType,
  type Patch,
  SEQ_HEADER,
  type Topic,
  wireBody,
} from '@north-step/contract';
import { canonicalJson } from '@north-step/core/record';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import { type Queryable, sql, type Writing } from '../db/index.ts';
import { Refused } from './errors.ts';

/** Where nobody says who pressed. */
const DEFAULT_PERSON = 'workshop';
export type Said = { readonly commandId: string; readonly by: string };
/** What a command works with: inside its transaction, on a clock that stands at the press. */
export type Work<T extends CommandType = CommandType> = {
  readonly tx: Queryable;
  /** its clock stands at the press: what waited out an outage happened then */
  readonly context: Context;
  /** now, whenever it was pressed */
  readonly nowMs: number;
  readonly params: CommandParams<T>;
  /** what it says */
  readonly body: CommandBody<T>;
  /** what it says, with its id and who pressed */
  readonly command: CommandBody<T> & Said;
};
export type Outcome<Reply> = {
  readonly reply: Reply;
  readonly topics: readonly Topic[];
  /** what is new, for those who show it */
  readonly patch?: Patch;
  /** what the answer is about, where a repeat is answered from that and not from a copy of the answer */
  readonly about?: string;
  /** after it is safe: the answer once what follows from it is done as well */
  readonly afterwards?: () => Promise<Reply>;
};
export type Handler<T extends CommandType> = (work: Work<T>) => Promise<Outcome<CommandReply<T>>>;
type Sent = { readonly commandId: string; readonly nowMs: number };
/** How a type of command is done; and how a repeat is answered where its answer is too large to be kept. */
export type Handling<T extends CommandType> = {
  readonly work: Handler<T>;
  readonly again?: (tx: Queryable, about: string, sent: Sent) => Promise<CommandReply<T>>;
};
/** Every type has its handling: the compiler names what was forgotten. */
export type Handlings<T extends CommandType = CommandType> = { readonly [K in T]: Handling<K> };

/** Gives every type of command its address. */
export function commandRoutes(app: FastifyInstance, context: Context, handlings: Handlings): void {
  for (const type of COMMAND_TYPES) {
    const shape = COMMANDS[type];
    const handling = handlings[type] as Handling<CommandType>;
    app.post<{ Params: Record<string, string>; Body: CommandMeta & Record<string, unknown> }>(
      COMMAND_PATHS[type],
      { schema: { summary: shape.summary, body: wireBody(shape), response: { 200: shape.reply } } },
      async ({ params, body: { commandId, by, heldMs, ...body } }, out) => {
        const asked = { type, params, body } as unknown as Asked;
        const { reply, seq } = await runCommand(context, asked, { commandId, by, heldMs }, handling);
        if (seq !== undefined) out.header(SEQ_HEADER, seq);
        return reply;
      },
    );
  }
}

/** Any number, the same for all that write. */
const TURN = 4170;
/**
 * Commands are done one after another, whichever connection or process they come by: what one reads nobody changes until it
 * has written. They take milliseconds, and a bench has few hands. After the commit the log is forced to disk, then listeners
 * are told. @returns with its place among all that was told
 */
async function inTurn<Reply>(
  context: Context,
  { id, kind, asked = null }: { readonly id: string; readonly kind: string; readonly asked?: string | null },
  work: (tx: Writing, nowMs: number, isFirst: boolean) => Promise<Outcome<Reply>>,
): Promise<Outcome<Reply> & { readonly seq?: number | undefined }> {
  const outcome = await context.db.durably(async (tx) => {
    // the command's row is written as soon as it is its turn; whoever sent the same in the moment before has written it
    const first = await tx.maybeOne(sql`
      WITH turn AS MATERIALIZED (SELECT pg_advisory_xact_lock(${TURN}::bigint))
      INSERT INTO command (id, kind, at, asked)
      SELECT ${id}::text, ${kind}::text, ${new Date(context.nowMs())}::timestamptz, ${asked}::text FROM turn
      ON CONFLICT (id) DO NOTHING RETURNING id`);
    return work(tx, context.nowMs(), first !== undefined);
  });
  return { ...outcome, seq: context.live.publish(outcome.topics, outcome.patch) };
}

/** Where and what is asked for, without how long it waited: an id stands for one thing only. */
function hashOf(asked: Asked, { commandId, by }: CommandMeta): string {
  const body = { ...asked.body, commandId, ...(by === undefined ? {} : { by }) };
  const text = canonicalJson({ method: 'POST', address: addressOf(asked.type, asked.params), body });
  return createHash('sha256').update(text).digest('hex');
}

/**
 * Runs a command once: in one transaction, with its answer, or what it is about, stored under the client's id.
 * A repeat is answered as the first time and changes nothing; the same id for another batch or another body is refused.
 */
async function runCommand<T extends CommandType>(
  context: Context,
  asked: Asked<T>,
  meta: CommandMeta,
  { work, again }: Handling<T>,
): Promise<{ readonly reply: CommandReply<T>; readonly seq?: number | undefined }> {
  const { commandId, by = DEFAULT_PERSON, heldMs = 0 } = meta;
  const what = hashOf(asked as unknown as Asked, meta);
  const body = asked.body as CommandBody<T>;
  const row = { id: commandId, kind: asked.type, asked: what };
  const outcome = await inTurn<CommandReply<T>>(context, row, async (tx, nowMs, isFirst) => {
    if (!isFirst) return { reply: await answeredBefore<T>(tx, { commandId, nowMs }, what, again), topics: [] };
    const done = await work({
      tx,
      context: { ...context, nowMs: () => context.nowMs() - heldMs },
      nowMs,
      params: asked.params as CommandParams<T>,
      body,
      command: { ...body, commandId, by },
    });
    const [about, response] = again ? [done.about ?? '', null] : [null, JSON.stringify(done.reply)];
    tx.last(sql`INSERT INTO command_answer (command_id, about, response) VALUES (${commandId}, ${about}, ${response})`);
    return done;
  });
  return { reply: outcome.afterwards ? await outcome.afterwards() : outcome.reply, seq: outcome.seq };
}

/** What the program does by itself, written down like a command of somebody's. */
export async function runByItself(
  context: Context,
  { kind, by }: { readonly kind: string; readonly by: string },
  work: (own: Pick<Work, 'tx' | 'context' | 'nowMs'> & { readonly command: Said }) => Promise<Outcome<unknown>>,
): Promise<void> {
  const commandId = context.newId();
  await inTurn(context, { id: commandId, kind }, async (tx, nowMs) => {
    return work({ tx, context, nowMs, command: { commandId, by } });
  });
}

type Before = { readonly asked: string | null; readonly response: unknown; readonly about: string | null };

async function answeredBefore<T extends CommandType>(
  tx: Queryable,
  sent: Sent,
  what: string,
  again: Handling<T>['again'],
): Promise<CommandReply<T>> {
  const before = await tx.one<Before>(sql`
    SELECT asked, response, about FROM command JOIN command_answer ON command_id = id WHERE id = ${sent.commandId}`);
  // commands of before ids were held to what they ask have nothing to compare
  if (before.asked !== null && before.asked !== what) throw idReused();
  return before.about === null || !again ? (before.response as CommandReply<T>) : again(tx, before.about, sent);
}

const idReused = () =>
  new Refused({
    code: 'COMMAND_ID_REUSED',
    message: 'This command id was used for something else, which was done; this was not.',
    remedy: 'Send it again under an id of its own.',
    field: 'commandId',
  });
