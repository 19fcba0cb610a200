import { sql } from '../server/src/db/index.ts';
import { at, TestBench } from '../server/src/testing/bench.ts';
import makeTemplate from '../server/src/testing/template.ts';
import { rows, timedAsync } from './rows.ts';

const DAY_MS = 86_400_000;
/** The test clock stands there. */
const NEWEST_MS = Date.UTC(2026, 4, 4, 9, 0, 0);

/**
 * 50,000 batches as the one that was really worked to its seal, one an hour, five lots in turn, each with all of its steps; one in fifty
 * was washed over the limit. Two checks of the lamp that disagree by a tenth, and a reading that was set aside a month later.
 */
async function history(bench: TestBench): Promise<void> {
  const { id } = await bench.workOn(await bench.newBatch());
  const tables = ['batch', 'batch_step', 'record'];
  await bench.db.many(sql`ALTER TABLE batch DISABLE TRIGGER USER`);
  await bench.db.many(sql`
    INSERT INTO batch (id, name, created_at, sealed_at, search, outcome, first_look, summary, state)
    SELECT 'x' || n, 'Auk ' || n, ${new Date(NEWEST_MS)}::timestamptz - n * interval '1 hour', ${new Date(NEWEST_MS)}::timestamptz - n * interval '1 hour', 'auk ' || n || ' block test grey',
           b.outcome, b.first_look, b.summary || jsonb_build_object('lot', CASE n % 5 WHEN 0 THEN 'A1' ELSE 'L' || n % 5 END), b.state || jsonb_build_object('id', 'x' || n, 'name', 'Auk ' || n, 'lot', CASE n % 5 WHEN 0 THEN 'A1' ELSE 'L' || n % 5 END)
      FROM generate_series(1, 50000) AS n, batch b WHERE b.id = ${id}`);
  await bench.db.many(sql`
    INSERT INTO batch_step (batch_id, step_id, place, kind, station_id, vessel_id, started_at, ended_at, by, outcome, planned_s, load_pct, load_low_pct, load_high_pct, limit_pct)
    SELECT 'x' || n, s.step_id, s.place, s.kind, s.station_id, s.vessel_id, s.started_at - n * interval '1 hour', s.ended_at - n * interval '1 hour', s.by, s.outcome, s.planned_s,
           s.load_pct, CASE WHEN n % 50 = 0 THEN 9 ELSE 1 END, CASE WHEN n % 50 = 0 THEN 11 ELSE 2 END, 8
      FROM generate_series(1, 50000) AS n, batch_step s WHERE s.batch_id = ${id}`);
  await bench.db.many(sql`
    INSERT INTO record (number, batch_id, sealed_at, prev_hash, hash, file)
    SELECT n + 1, 'x' || (50001 - n), now(), 'p' || n, 'h' || n, '{}' FROM generate_series(1, 50000) AS n`);
  await bench.db.many(sql`
    INSERT INTO lamp_event (station_id, kind, payload, at, by, command_id)
    SELECT 'lamp-box', 'metered', jsonb_build_object('scale', 1 - 0.1 * n, 'spreadPct', 1), ${new Date(NEWEST_MS)}::timestamptz - (60 - 30 * n) * interval '1 day', 'Ada B.', 'bench'
      FROM generate_series(0, 1) AS n`);
  await bench.db.many(sql`
    INSERT INTO reading (id, vessel_id, at, by, raw, load_pct, command_id) VALUES ('far', 'w1', ${new Date(NEWEST_MS - 90 * DAY_MS)}, 'Ada B.', '{"kind":"residue"}', 20, 'bench')`);
  await bench.db.many(sql`
    INSERT INTO reading_verdict (reading_id, verdict, at, by, command_id) VALUES ('far', 'discarded', ${new Date(NEWEST_MS - 60 * DAY_MS)}, 'Ada B.', 'bench')`);
  await bench.db.many(sql`ALTER TABLE batch ENABLE TRIGGER USER`);
  for (const name of tables) await bench.db.many({ text: `ANALYZE ${name}`, values: [] });
}

/** Commands, lists, recalls and the bench on a real server with 50,000 batches. */
export async function server(): Promise<void> {
  await makeTemplate();
  const bench = await TestBench.open();
  await bench.fillBaths();
  const batch = await bench.newBatch();
  // as it is once it has run for a while
  for (let n = 0; n < 150; n++) await bench.must(`/api/batches/${batch.id}/flag`, { note: `w ${n}` });
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

  await history(bench);
  const budgetMs = 50;
  // each read is another page: what was read is remembered until something changes
  const page = (query: string) =>
    timedAsync((round) => bench.get(`/api/batches?limit=50&offset=${50 * round}${query}`), 15);
  for (const [what, query] of [
    ['list of 50,000 batches, one page', ''],
    ['the same, found by lot and text', '&lot=A1&search=auk'],
    [
      'the same, washed in one bath within a month',
      `&bath=w1&fromMs=${NEWEST_MS - 60 * DAY_MS}&toMs=${NEWEST_MS - 30 * DAY_MS}`,
    ],
  ] as const)
    rows.push({ what: `${what} / 50 ms`, ours: await page(query), theirs: budgetMs, unit: 'ms', budget: '≤ 1' });
  rows.push({
    what: 'records of 50,000 batches, one page / 50 ms',
    ours: await timedAsync((round) => bench.get(`/api/records?limit=50&offset=${50 * round}`), 15),
    theirs: budgetMs,
    unit: 'ms',
    budget: '≤ 1',
  });
  for (const [what, query] of [
    ['a lot of 10,000 batches', 'lot?cardId=grey&lot=L3'],
    ['a bath over its limit, one batch in fifty', 'over?bath=w1'],
    ['a lamp between two checks a month apart', 'lamp?lamp=lamp-box'],
    ['a reading that was set aside after a month', 'reading?'],
  ] as const)
    rows.push({
      what: `recall over 50,000 batches: ${what} / 300 ms`,
      ours: await timedAsync(() => bench.get(`/api/recall/${query}`), 7),
      theirs: 300,
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
