import type { FindChoices } from '@north-step/contract';
import { type Queryable, sql } from '../db/index.ts';
import { NEW_FILLING } from '../solvent/index.ts';

/** Customers that are offered, the newest first. */
const MOST_CUSTOMERS = 200;
/** Batches in which they are looked for. */
const LATELY = 2000;
const MOST_FILLINGS = 60;

type Bath = { readonly id: string; readonly name: string; readonly changes: readonly string[] | null };

/** What batches and records can be found by, as far as it can be listed. What is gone from the bench is offered still. */
export async function findChoices(db: Queryable): Promise<FindChoices> {
  const [resins, baths, lamps, people, customers] = await Promise.all([
    db.many<FindChoices['resins'][number]>(sql`
      SELECT c.id, c.name, coalesce((SELECT jsonb_agg(l.code ORDER BY l.code) FROM lot l WHERE l.card_id = c.id), '[]'::jsonb) AS lots
        FROM (SELECT DISTINCT ON (id) id, name FROM resin_card ORDER BY id, version DESC) c ORDER BY c.name`),
    db.many<Bath>(sql`
      SELECT v.id, v.name,
             (SELECT jsonb_agg(m.at ORDER BY m.at DESC)
                FROM (SELECT p.at FROM ledger_line l JOIN ledger_posting p ON p.id = l.posting_id
                       WHERE l.account = v.id AND p.reverses IS NULL AND p.kind = ANY(${[...NEW_FILLING]}::text[])
                         AND NOT EXISTS (SELECT 1 FROM ledger_posting r WHERE r.reverses = p.id)
                       ORDER BY p.at DESC LIMIT ${MOST_FILLINGS}) m) AS changes
        FROM vessel v WHERE v.kind = 'bath' ORDER BY v.place`),
    db.many<{ id: string; name: string }>(
      sql`SELECT s.id, s.name FROM station s WHERE s.side = 'light' OR EXISTS (SELECT 1 FROM lamp WHERE station_id = s.id) ORDER BY s.place`,
    ),
    db.many<{ name: string }>(sql`SELECT name FROM person ORDER BY place`),
    db.many<{ customer: string }>(sql`
      SELECT customer FROM (SELECT customer, created_at FROM batch WHERE customer IS NOT NULL ORDER BY created_at DESC LIMIT ${LATELY}) b
       GROUP BY customer ORDER BY max(created_at) DESC LIMIT ${MOST_CUSTOMERS}`),
  ]);
  return {
    resins: [...resins],
    baths: baths.map(({ id, name, changes }) => ({ id, name, fillings: fillingsOf(changes ?? []) })),
    lamps: [...lamps],
    people: people.map(({ name }) => name),
    customers: customers.map(({ customer }) => customer),
  };
}

/** @param changes when the liquid was changed, the newest first */
function fillingsOf(changes: readonly string[]): FindChoices['baths'][number]['fillings'] {
  const atMs = changes.map((at) => Date.parse(at));
  return atMs.map((fromMs, i) => ({ fromMs, toMs: atMs[i - 1] ?? null })).filter(({ fromMs, toMs }) => fromMs !== toMs);
}
