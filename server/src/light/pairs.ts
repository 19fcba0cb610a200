import type { Ladder, PairsReply, PairView } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { isCure } from '@north-step/core/route';
import { benchNow } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { unknown } from '../http/errors.ts';
import { type Asker, askThread } from '../threads/index.ts';
import type { PairAnswer, PairQuestion } from './pairThread.ts';

/** Looks this far back count, newest first. */
const MOST_LOOKS = 60;

type LadderRow = {
  id: string;
  station_id: string;
  card_id: string;
  lot: string;
  medium: Ladder['medium'];
  mw_per_cm2: number;
  outcomes: Ladder['outcomes'];
  at: Date;
  by: string;
};
const toLadder = (row: LadderRow): Ladder => ({
  id: row.id,
  stationId: row.station_id,
  cardId: row.card_id,
  lot: row.lot,
  medium: row.medium,
  mWPerCm2: row.mw_per_cm2,
  outcomes: row.outcomes,
  atMs: row.at.getTime(),
  by: row.by,
});
const laddersOf = async (db: Queryable, cardId: string | null, stationId: string | null) =>
  (
    await db.many<LadderRow>(sql`
      SELECT * FROM coupon_ladder
       WHERE (${cardId}::text IS NULL OR card_id = ${cardId}) AND (${stationId}::text IS NULL OR station_id = ${stationId})
       ORDER BY at DESC LIMIT 200`)
  ).map(toLadder);

export async function pairsOf(db: Queryable): Promise<PairsReply> {
  const rows = await db.many<{ body: PairView }>(sql`SELECT body FROM lamp_pair ORDER BY card_id, station_id`);
  return { pairs: rows.map(({ body }) => body), ladders: await laddersOf(db, null, null) };
}

/** Fits pairs of resin and lamp from their facts: the newest ladder, and looks at batches since. */
export type PairKeeper = {
  /** @returns the pair as it is after the fit; nothing when there is nothing to fit */
  readonly refit: (cardId: string, stationId: string) => Promise<PairView | undefined>;
  /** every pair that ran lately */
  readonly refitAll: () => Promise<void>;
  /** learns from every look from now on */
  readonly follow: () => void;
  readonly close: () => Promise<void>;
};

export function makePairKeeper(context: Context): PairKeeper {
  const thread: Asker<PairQuestion, PairAnswer> = askThread(new URL('./pairThread.ts', import.meta.url));
  const refit = async (cardId: string, stationId: string): Promise<PairView | undefined> => {
    const { db } = context;
    const [ladders, batches, bench] = await Promise.all([
      laddersOf(db, cardId, stationId),
      batchesOf(db, cardId, stationId),
      benchNow(db, context.nowMs()),
    ]);
    const card = await db.maybeOne<{ card: PairQuestion['card'] }>(
      sql`SELECT card FROM resin_card WHERE id = ${cardId} ORDER BY version DESC LIMIT 1`,
    );
    const ladder = ladders[0];
    if (!card || (!ladder && batches.length === 0)) return undefined;
    const answer = await thread.ask({ card: card.card, stationId, ladder, batches, bench });
    if (answer.coupons + answer.looks === 0) return undefined;
    const body: PairView = { cardId, stationId, ladderAtMs: ladder?.atMs ?? null, ...answer };
    await db.many(sql`
      INSERT INTO lamp_pair (card_id, station_id, body, fitted_at) VALUES (${cardId}, ${stationId}, ${JSON.stringify(body)}, ${new Date(context.nowMs())})
      ON CONFLICT (card_id, station_id) DO UPDATE SET body = excluded.body, fitted_at = excluded.fitted_at`);
    context.live.publish(['bench', 'lamps']);
    return body;
  };
  const refitAll = async () => {
    const rows = await context.db.many<{ card_id: string; station_id: string }>(sql`
      SELECT card_id, station_id FROM coupon_ladder
      UNION SELECT DISTINCT b.card_id, l.station_id
        FROM (SELECT card_id, state FROM batch WHERE sealed_at IS NOT NULL ORDER BY created_at DESC LIMIT 400) b JOIN lamp l
          ON jsonb_path_exists(b.state, '$.steps[*] ? (@.kind == "cure" && @.station == $at)', jsonb_build_object('at', l.station_id))`);
    for (const { card_id, station_id } of rows) await refit(card_id, station_id);
  };
  const follow = () => {
    void refitAll().catch(() => {});
    context.live.listen(({ topics }) => {
      const looked = topics.find((topic) => topic.startsWith('looked:'))?.slice('looked:'.length);
      if (looked) void refitFor(context, refit, looked).catch(() => {});
    });
  };
  return { refit, refitAll, follow, close: thread.close };
}

/** The pairs that a batch was lit in. */
async function refitFor(context: Context, refit: PairKeeper['refit'], batchId: string): Promise<void> {
  const row = await context.db.maybeOne<{ state: BatchState }>(sql`SELECT state FROM batch WHERE id = ${batchId}`);
  const lamps = new Set(
    row?.state.steps.filter((one) => isCure(one) && one.state === 'done').map(({ station }) => station),
  );
  for (const station of lamps) await refit(row!.state.card.id, station);
}

/** Batches of a resin that were lit at a station, newest first. Validated procedures are not learned from. */
async function batchesOf(db: Queryable, cardId: string, stationId: string): Promise<readonly BatchState[]> {
  const rows = await db.many<{ state: BatchState }>(sql`
    SELECT state FROM batch
     WHERE card_id = ${cardId} AND state->'card'->>'procedure' IS NULL
       AND jsonb_path_exists(state, '$.steps[*] ? (@.kind == "look-cured" && @.state == "done")')
       AND jsonb_path_exists(state, '$.steps[*] ? (@.kind == "cure" && @.station == $at)', jsonb_build_object('at', ${stationId}::text))
     ORDER BY created_at DESC LIMIT ${MOST_LOOKS}`);
  return rows.map(({ state }) => state);
}

/** Writes a ladder down and fits its pair anew. */
export const addLadder =
  (keeper: PairKeeper): Handler<'coupon.ladder'> =>
  async ({ tx, context, nowMs, command }) => {
    const { stationId, cardId, lot, medium, outcomes, by, commandId } = command;
    const card = await tx.maybeOne(sql`SELECT 1 AS one FROM resin_card WHERE id = ${cardId}`);
    if (!card) throw unknown('resin card', cardId);
    const lamp = (await benchNow(tx, nowMs)).lamps?.[stationId];
    if (!lamp) throw unknown('lamp', stationId);
    await tx.many(sql`
      INSERT INTO coupon_ladder (id, station_id, card_id, lot, medium, mw_per_cm2, outcomes, at, by, command_id)
      VALUES (${context.newId()}, ${stationId}, ${cardId}, ${lot}, ${medium}, ${lamp.mWPerCm2}, ${JSON.stringify(outcomes)}, ${new Date(context.nowMs())}, ${by}, ${commandId})`);
    return {
      reply: await pairsOf(tx),
      topics: ['lamps'],
      afterwards: async () => {
        await keeper.refit(cardId, stationId);
        return pairsOf(context.db);
      },
    };
  };
