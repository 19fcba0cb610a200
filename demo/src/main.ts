import { type Db, runFromCommandLine } from '@north-step/server';
import { startDevices } from './devices.ts';
import { HISTORY_DAYS, tellStory } from './story.ts';

/** How much of a year is played; fewer days for a slow machine. */
const DAYS = Number(process.env.NORTH_STEP_DEMO_DAYS ?? HISTORY_DAYS);
const MOST_DAYS = 366;

if (!(Number.isInteger(DAYS) && DAYS >= 1 && DAYS <= MOST_DAYS)) {
  console.error(
    `NORTH_STEP_DEMO_DAYS=${process.env.NORTH_STEP_DEMO_DAYS} is not a number of days from 1 to ${MOST_DAYS}.`,
  );
  process.exit(2);
}
/** Starts North Step with the demo workshop: an empty folder is filled first, an old one is left as it is. */
await runFromCommandLine({ data: '.data/demo', log: 'warn' }, fillEmpty, startDevices);

async function fillEmpty(db: Db): Promise<void> {
  console.log(`Playing ${DAYS} days of the demo workshop into a new database …`);
  const startedMs = performance.now();
  await tellStory(db, { nowMs: Date.now(), liveNowMs: Date.now, days: DAYS });
  console.log(`… told in ${((performance.now() - startedMs) / 1000).toFixed(0)} s.`);
}
