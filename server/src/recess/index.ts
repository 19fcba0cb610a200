import type { BatchState } from '@north-step/core/batch';
import { recessLooks } from '@north-step/core/plan';
import { type Agitation, learnRecess, type RecessLook } from '@north-step/core/wash';
import { benchNow } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';

/** Looks this far back count, newest first. */
const MOST_LOOKS = 60;

/** Learns how slowly recesses are washed, from every look that follows washes. */
export type RecessKeeper = {
  readonly refitAll: () => Promise<void>;
  /** learns from every look from now on */
  readonly follow: () => void;
};

export function makeRecessKeeper(context: Context): RecessKeeper {
  const refitAll = async () => {
    const families = await context.db.many<{ family: string }>(sql`
      SELECT family FROM recess_belief
      UNION SELECT DISTINCT state->'card'->>'family' AS family FROM batch
       WHERE jsonb_path_exists(state, '$.steps[*] ? (@.kind == "look-matte" && @.state == "done")')
         AND state->'card'->>'procedure' IS NULL`);
    for (const { family } of families) await refit(context, family);
  };
  const follow = () => {
    void refitAll().catch(() => {});
    context.live.listen(({ topics }) => {
      const washed = topics.find((topic) => topic.startsWith('washed:'))?.slice('washed:'.length);
      if (washed) void refitFor(context, washed).catch(() => {});
    });
  };
  return { refitAll, follow };
}

async function refitFor(context: Context, batchId: string): Promise<void> {
  const row = await context.db.maybeOne<{ family: string }>(
    sql`SELECT state->'card'->>'family' AS family FROM batch WHERE id = ${batchId}`,
  );
  if (row) await refit(context, row.family);
}

/** Everything that was ever seen of a family, once more: a look that was taken back leaves nothing behind. */
async function refit({ db, nowMs, live }: Context, family: string): Promise<void> {
  const [batches, bench] = await Promise.all([batchesOf(db, family), benchNow(db, nowMs())]);
  const looks = new Map<Agitation, RecessLook[]>();
  for (const look of recessLooks(batches, bench, bench.recesses))
    looks.set(look.agitation, [...(looks.get(look.agitation) ?? []), look]);
  await db.transaction(async (tx) => {
    await tx.many(sql`DELETE FROM recess_belief WHERE family = ${family}`);
    for (const [agitation, seen] of looks)
      await tx.many(sql`
        INSERT INTO recess_belief (family, agitation, body, fitted_at)
        VALUES (${family}, ${agitation}, ${JSON.stringify(learnRecess(agitation, seen))}, ${new Date(nowMs())})`);
  });
  live.publish(['bench']);
}

const batchesOf = async (db: Queryable, family: string): Promise<readonly BatchState[]> =>
  (
    await db.many<{ state: BatchState }>(sql`
      SELECT state FROM batch
       WHERE state->'card'->>'family' = ${family}
         AND jsonb_path_exists(state, '$.steps[*] ? (@.kind == "look-matte" && @.state == "done")')
         AND state->'card'->>'procedure' IS NULL
       ORDER BY created_at DESC LIMIT ${MOST_LOOKS}`)
  ).map(({ state }) => state);
