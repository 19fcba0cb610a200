import type { CardReply, ResinCardFile } from '@north-step/contract';
import type { ResinCard } from '@north-step/core/resin';
import { cardBreaches } from '@north-step/core/route';
import { breachText } from '@north-step/core/units';
import { settingFact } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';

type Row = { card: ResinCard; note: string; at: Date | null; by: string | null };
type Evidence = { version: number; batches: number; tacky: number; tinted: number; good: number };

/** All versions of a card, newest first, with the batches that stand behind each. */
export async function cardVersions(db: Queryable, id: string): Promise<CardReply> {
  const [rows, evidence, lots] = await Promise.all([
    db.many<Row>(sql`SELECT card, note, at, by FROM resin_card WHERE id = ${id} ORDER BY version DESC`),
    db.many<Evidence>(sql`
      SELECT (state->'card'->>'version')::int AS version, count(*)::int AS batches,
             count(*) FILTER (WHERE state @? '$.steps[*] ? (@.kind == "look-cured" && @.outcome == "tacky")')::int AS tacky,
             count(*) FILTER (WHERE state @? '$.steps[*] ? (@.kind == "look-cured" && @.outcome == "tinted")')::int AS tinted,
             count(*) FILTER (WHERE state @? '$.steps[*] ? (@.kind == "look-cured" && @.outcome == "good")')::int AS good
        FROM batch WHERE card_id = ${id} GROUP BY 1`),
    db.many<{ code: string; used_up_at: Date | null }>(
      sql`SELECT code, used_up_at FROM lot WHERE card_id = ${id} ORDER BY code`,
    ),
  ]);
  if (rows.length === 0) throw unknown('resin card', id);
  const none = { batches: 0, tacky: 0, tinted: 0, good: 0 };
  return {
    lots: lots.filter(({ used_up_at }) => !used_up_at).map(({ code }) => code),
    usedUp: lots.filter(({ used_up_at }) => used_up_at).map(({ code }) => code),
    versions: rows.map(({ card, note, at, by }) => {
      const { version: _, ...counts } = evidence.find(({ version }) => version === card.version) ?? {
        version: 0,
        ...none,
      };
      return { card, changeNote: note || 'As it came.', atMs: at?.getTime() ?? null, by, ...counts };
    }),
  };
}

/** One version of a card; the newest when none is named or there is no such version. */
export async function cardAt(db: Queryable, id: string, version = 0): Promise<ResinCard> {
  const row = await db.maybeOne<{ card: ResinCard }>(
    sql`SELECT card FROM resin_card WHERE id = ${id} ORDER BY (version = ${version}) DESC, version DESC LIMIT 1`,
  );
  if (!row) throw unknown('resin card', id);
  return row.card;
}

/** A card as the file it travels in. */
export const fileOf = (card: ResinCard): ResinCardFile =>
  ({ format: 'north-step-resin-card-1', ...JSON.parse(JSON.stringify(card)) }) as ResinCardFile;

const putLot = (tx: Queryable, cardId: string, code: string) =>
  tx.many(sql`
    INSERT INTO lot (card_id, code) VALUES (${cardId}, ${code}) ON CONFLICT (card_id, code) DO UPDATE SET used_up_at = NULL`);

/** A lot comes onto the shelf, or is used up; neither needs a new version of its card. Batches that ran it keep it. */
export const setLot: Handler<'resin.lot'> = async (work) => {
  const { tx, context, params, body } = work;
  const { name } = await cardAt(tx, params.cardId);
  const lot = body.lot.trim();
  if (lot === '')
    throw new Refused({
      code: 'BAD_VALUE',
      message: 'A lot of blanks alone is none. Nothing was changed.',
      field: 'lot',
    });
  if (body.there) await putLot(tx, params.cardId, lot);
  else {
    const gone = await tx.maybeOne(sql`
      UPDATE lot SET used_up_at = coalesce(used_up_at, ${new Date(context.nowMs())})
       WHERE card_id = ${params.cardId} AND code = ${lot} RETURNING code`);
    if (!gone) throw unknownLot(name, lot);
  }
  await settingFact(work, 'lot', { cardId: params.cardId, lot, there: body.there });
  return { reply: await cardVersions(tx, params.cardId), about: params.cardId, topics: ['resins'] };
};
export const unknownLot = (resin: string, lot: string): Refused =>
  new Refused({ code: 'UNKNOWN_LOT', message: `${resin} has no lot “${lot}”.`, field: 'lot' });

/** Takes a card in: a new resin, or the next version of one. Earlier versions stay as they were. */
export const saveCard: Handler<'resin.card'> = async ({ tx, context, command }) => {
  const { format: _, version: __, ...given } = command.card;
  const last = await tx.one<{ version: number }>(
    sql`SELECT coalesce(max(version), 0)::int AS version FROM resin_card WHERE id = ${given.id}`,
  );
  const card: ResinCard = { ...given, version: last.version + 1 };
  const breaches = cardBreaches(card);
  if (breaches.length > 0)
    throw new Refused({
      code: 'BAD_VALUE',
      message: breachText(breaches),
      field: `card.${breaches[0]!.path}`,
      remedy: 'Correct the card and send it again; the one in use stays as it is.',
    });
  await tx.many(sql`
    INSERT INTO resin_card (id, version, name, card, note, at, by)
    VALUES (${card.id}, ${card.version}, ${card.name}, ${JSON.stringify(card)}, ${command.changeNote},
            ${new Date(context.nowMs())}, ${command.by})`);
  for (const code of command.lots ?? []) await putLot(tx, card.id, code);
  return { reply: await cardVersions(tx, card.id), about: card.id, topics: ['resins'] };
};
