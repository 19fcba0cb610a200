import { type Db, runFromCommandLine, sql } from '@north-step/server';
import { tellStory } from './story.ts';

/** Starts North Step with the demo workshop: an empty folder is filled first, an old one is left as it is. */
await runFromCommandLine({ data: '.data/demo', log: 'warn' }, fillEmpty);

async function fillEmpty(db: Db): Promise<void> {
  const { n } = await db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM person`);
  if (n > 0n) return;
  console.log('Playing ten days of the demo workshop into a new database …');
  const startedMs = performance.now();
  await tellStory(db, { nowMs: Date.now() });
  console.log(`… told in ${((performance.now() - startedMs) / 1000).toFixed(0)} s.`);
}
