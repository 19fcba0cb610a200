import type { WhereQuery, WhereReply } from '@north-step/contract';
import { type AccountFlow, type Parcel, periodOf, solventDensityGPerMl } from '@north-step/core/solvent';
import { InputError } from '@north-step/core/units';
import { type Queryable, sql } from '../db/index.ts';

type FlowRow = { account: string; is_vessel: boolean; kind: string; s: bigint; w: bigint; r: bigint };
const mg = (parcel: Parcel): number[] => parcel.map(Number);
/** Fresh solvent as it is usually bought, for a volume in words. */
const FRESH_PCT_W = 99;

/** A period of the solvent book. What vessels held before it, what sinks took within, what vessels hold after: exact, in mg. */
export async function whereItWent(db: Queryable, { fromMs, toMs }: WhereQuery): Promise<WhereReply> {
  if (toMs <= fromMs) throw new InputError('toMs', 'A period ends after it begins.');
  const [from, to] = [new Date(fromMs), new Date(toMs)];
  const [before, flows, { n }] = await Promise.all([
    // what vessels hold now, less what was done since: the book keeps both, and the second is the shorter way
    db.one<{ s: bigint; w: bigint; r: bigint }>(sql`
      WITH since AS (SELECT coalesce(sum(l.solvent_mg), 0) AS s, coalesce(sum(l.water_mg), 0) AS w, coalesce(sum(l.resin_mg), 0) AS r
                       FROM ledger_posting p JOIN ledger_line l ON l.posting_id = p.id JOIN vessel v ON v.id = l.account WHERE p.at >= ${from})
      SELECT (sum(v.solvent_mg) - min(since.s))::bigint AS s, (sum(v.water_mg) - min(since.w))::bigint AS w, (sum(v.resin_mg) - min(since.r))::bigint AS r
        FROM vessel v, since`),
    db.many<FlowRow>(sql`
      SELECT l.account, v.id IS NOT NULL AS is_vessel, coalesce(o.kind, p.kind) AS kind,
             sum(l.solvent_mg)::bigint AS s, sum(l.water_mg)::bigint AS w, sum(l.resin_mg)::bigint AS r
        FROM ledger_line l JOIN ledger_posting p ON p.id = l.posting_id
        LEFT JOIN ledger_posting o ON o.id = p.reverses
        LEFT JOIN vessel v ON v.id = l.account
       WHERE p.at >= ${from} AND p.at < ${to}
       GROUP BY l.account, v.id, coalesce(o.kind, p.kind)`),
    db.one<{ n: bigint }>(sql`
      SELECT count(DISTINCT batch_id) AS n FROM ledger_posting WHERE kind = 'wash' AND at >= ${from} AND at < ${to}`),
  ]);
  const asFlow = (row: FlowRow): AccountFlow => ({
    account: row.account,
    isVessel: row.is_vessel,
    kind: row.kind,
    parcel: [row.s, row.w, row.r],
  });
  const period = periodOf([before.s, before.w, before.r], flows.map(asFlow));
  return {
    fromMs,
    toMs,
    opening: mg(period.opening),
    rows: period.rows.map(({ row, parcel }) => ({ row, mg: mg(parcel) })),
    closing: mg(period.closing),
    reclaimed: mg(period.reclaimed),
    batches: Number(n),
    freshMlPerG: 1 / solventDensityGPerMl({ strengthPctW: FRESH_PCT_W, tempC: 20 }),
  };
}

/** Rows of a table in grams: it opens, and what follows adds up to how it closes. */
export function whereCsv({ opening, rows, closing }: WhereReply): readonly object[] {
  const row = (what: string, parcel: readonly number[]) => ({
    what,
    solvent_g: parcel[0]! / 1000,
    water_g: parcel[1]! / 1000,
    resin_g: parcel[2]! / 1000,
    total_g: parcel.reduce((sum, part) => sum + part, 0) / 1000,
  });
  return [
    row('in the vessels before', opening),
    ...rows.map(({ row: what, mg: parcel }) => row(what, parcel)),
    row('in the vessels after', closing),
  ];
}
