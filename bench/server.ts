import { sql } from '../server/src/db/index.ts';
import { at, TestBench } from '../server/src/testing/bench.ts';
import makeTemplate from '../server/src/testing/template.ts';
import { rows, timedAsync } from './rows.ts';

/** Commands, lists and the bench on a real server with 50,000 batches. */
export async function server(): Promise<void> {
  await makeTemplate();
  const bench = await TestBench.open();
  await bench.fillBaths();
  const batch = await bench.newBatch();
  const bareMs = await timedAsync(async (round) => {
    await bench.db.transaction((tx) =>
      tx.many(sql`INSERT INTO command (id, kind, at) VALUES (${`bare-${round}`}, 'bench', now())`),
    );
    await bench.db.sync();
  }, 60);
  const commandMs = await timedAsync(
    (round) => bench.must(`/api/batches/${batch.id}/flag`, { note: `n ${round}` }),
    60,
  );
  rows.push({
    what: 'server command (HTTP, decide, facts, state, sync) / bare transaction with sync',
    ours: commandMs,
    theirs: bareMs,
    unit: 'ms',
    budget: '≤ 2.5',
  });

  await bench.db.many(sql`
    INSERT INTO batch (id, name, created_at, sealed_at, search, state)
    SELECT 'x' || n, 'Auk ' || n, now() - n * interval '1 hour', now() - n * interval '1 hour', 'auk ' || n || ' block test grey',
           jsonb_build_object('part', jsonb_build_object('name', 'block'), 'count', 4, 'card', jsonb_build_object('name', 'Test Grey'), 'lot', 'A1', 'steps', '[]'::jsonb)
      FROM generate_series(1, 50000) AS n`);
  await bench.db.many(sql`ANALYZE batch`);
  const budgetMs = 50;
  rows.push({
    what: 'list of 50,000 batches, one page / 50 ms',
    ours: await timedAsync(() => bench.get('/api/batches?limit=50'), 15),
    theirs: budgetMs,
    unit: 'ms',
    budget: '≤ 1',
  });
  rows.push({
    what: 'the bench beside 50,000 batches / 50 ms',
    ours: await timedAsync(() => bench.bench(), 15),
    theirs: budgetMs,
    unit: 'ms',
    budget: '≤ 1',
  });
  await bench.close();
}

/** From a reading booked to the page's new figures: command, replay in its thread, read. */
export async function readingToPage(): Promise<void> {
  const bench = await TestBench.open();
  await bench.fillBaths();
  for (let n = 0; n < 8; n++) await bench.workOn(await bench.newBatch({ count: 60 }), at('dry'));
  await bench.get('/api/solvent/care');
  rows.push({
    what: 'a reading booked and the page’s figures read again / 300 ms',
    ours: await timedAsync(async () => {
      await bench.must('/api/solvent/readings', {
        vesselId: 'w1',
        reading: { kind: 'residue', sampleMl: 10, residueG: 0.2 },
      });
      await bench.get('/api/solvent/care');
    }, 12),
    theirs: 300,
    unit: 'ms',
    budget: '≤ 1',
  });
  await bench.close();
}
