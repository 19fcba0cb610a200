import type { BenchReply } from '@north-step/contract';
import {
  addedS,
  type BatchState,
  currentStep,
  type LitSeen,
  lightSoFarS,
  markWords,
  placeOf,
  remainingS,
  type Standing,
  standingOf,
  wantedS,
} from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import { curePlanOf } from '@north-step/core/plan';
import { clockText, percentText } from '@north-step/core/units';
import { expect, type Page } from '@playwright/test';
import type { ServerProcess } from './bench.ts';

/** Clocks of two pages are read moments apart. */
const CLOCK_SLACK_S = 3;
/** A lamp's sensor tells every few seconds. */
const LIGHT_SLACK_S = 12;
const MOST_LOOKS = 5;
const MOST_ROUNDS = 3;
/** A limit for hangs only. */
const PATIENT = { timeout: 60_000 };
const secondsOf = (text: string): number => {
  const [, sign, clock] = /([−-]?)((?:\d+:)?\d+:\d\d)/.exec(text)!;
  const seconds = clock!.split(':').reduce((sum, part) => 60 * sum + Number(part), 0);
  return sign === '' ? seconds : -seconds;
};
const DETAIL: Readonly<Partial<Record<Standing, string>>> = {
  held: 'held',
  stopped: 'stopped',
  look: 'look',
  waiting: 'waiting',
};

/** What every screen says of a batch: texts as a technician reads them. */
type Screens = {
  readonly tag: string;
  readonly row: string;
  readonly sheet: string;
  readonly timer?: string | undefined;
  readonly shift: readonly string[];
  readonly ribbon: readonly string[];
  /** when its sheet, and when the bench was read */
  readonly sheetAtMs: number;
  readonly benchAtMs: number;
};

/**
 * Opens every screen of the bench and reads what it says of each open batch. What differs is read again: on a busy machine two
 * pages are seconds apart, and a contradiction stays one. @param only batches whose own pages are opened; default all
 * @returns what contradicts the parts
 */
export async function contradictions(
  page: Page,
  server: ServerProcess,
  only?: readonly BatchState[],
): Promise<readonly string[]> {
  let found: readonly string[] = [];
  for (let look = 0; look < MOST_ROUNDS; ) {
    const before = await lightOf(server);
    found = await differing(page, server, only);
    if (found.length === 0) break;
    // a round in which a light map came in compared what was before it with what is after it
    if ((await lightOf(server)) === before) look++;
  }
  return found;
}

/** What maps and looks have said of the light of all open batches. */
async function lightOf(server: ServerProcess): Promise<string> {
  const { open, bench } = await server.get<BenchReply>('/api/bench');
  return JSON.stringify([open.map(({ light, lightClosed }) => [light, lightClosed]), bench.pairs]);
}

async function differing(page: Page, server: ServerProcess, only?: readonly BatchState[]): Promise<readonly string[]> {
  const bench = await readBench(page, server);
  const rows = await readRows(page, server);
  const shift = await readShift(page, server);
  const solvent = await readSolvent(page, server);
  const found: string[] = [...bathsDiffer(bench.reply, bench.loads, solvent)];
  for (const batch of bench.reply.open) {
    if (only && !only.some(({ id }) => id === batch.id)) continue;
    const own: Screens = {
      tag: bench.tags.find((text) => text.startsWith(`${batch.name},`)) ?? '',
      row: rows.find((text) => text.includes(batch.name)) ?? '',
      ...(await readSheet(page, server, batch)),
      shift: shift.filter((text) => text.includes(batch.name)),
      ribbon: bench.bars.filter((bar) => bar.includes(batch.name)),
      benchAtMs: bench.atMs,
    };
    const light = await lightDiffers(page, server, batch);
    found.push(...[...differences(batch, bench.reply, own), ...light].map((text) => `${batch.name}: ${text}`));
  }
  return found;
}

const clockMs = (server: ServerProcess): number => Date.now() + server.aheadMs;

/** Waits until what is made in the background after a start has come in: the maps, and what looks have taught. */
export async function settled(server: ServerProcess): Promise<void> {
  let before = '';
  const same = async () => {
    const text = await lightOf(server);
    const again = text === before;
    before = text;
    return again;
  };
  await expect.poll(same, { intervals: [20_000], timeout: 300_000 }).toBe(true);
}

async function readBench(page: Page, server: ServerProcess) {
  await page.goto(server.address);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible(PATIENT);
  await expect(page.getByRole('region', { name: 'What comes next' })).toBeVisible(PATIENT);
  const reply = await server.get<BenchReply>('/api/bench');
  const atMs = clockMs(server);
  const tags = await page
    .locator('[data-bench-tag]')
    .evaluateAll((all) => all.map((tag) => tag.getAttribute('aria-label')!));
  const bars = await page
    .locator('section[aria-label="What comes next"] [title]')
    .evaluateAll((all) => all.map((bar) => bar.getAttribute('title')!));
  return { reply, atMs, tags, bars, loads: await loadsOn(page) };
}

async function readRows(page: Page, server: ServerProcess): Promise<readonly string[]> {
  await page.goto(`${server.address}/batches?state=open`);
  await expect(page.locator('tbody tr').first()).toBeVisible(PATIENT);
  return page.locator('tbody tr').allInnerTexts();
}

async function readShift(page: Page, server: ServerProcess): Promise<readonly string[]> {
  await page.goto(`${server.address}/shift`);
  await expect(page.getByRole('region', { name: 'In liquid or light now' })).toBeVisible(PATIENT);
  return page.locator('main li').allInnerTexts();
}

async function readSolvent(page: Page, server: ServerProcess): Promise<ReadonlyMap<string, string>> {
  await page.goto(`${server.address}/solvent`);
  await expect(page.getByText(/% resin/).first()).toBeVisible(PATIENT);
  return loadsOn(page);
}

async function readSheet(page: Page, server: ServerProcess, { id, name }: BatchState) {
  await page.goto(`${server.address}/batches/${id}`);
  await expect(page.getByRole('heading', { level: 2, name })).toBeVisible(PATIENT);
  await expect(page.getByRole('region', { name: 'Why these numbers' })).toBeVisible(PATIENT);
  // the band’s own clock, not that of a question that lies over it
  const timer = page.locator('section[aria-label="Next step"] [role="timer"]');
  const said = (await timer.count()) > 0 ? await timer.innerText() : undefined;
  return { sheetAtMs: clockMs(server), timer: said, sheet: await page.locator('main').innerText() };
}

async function readCure(page: Page, server: ServerProcess, { id, name }: BatchState): Promise<void> {
  await page.goto(`${server.address}/cure/${id}`);
  await expect(page.getByRole('region', { name: 'Conclusion' })).toBeVisible(PATIENT);
  await expect(page.getByRole('heading', { level: 2, name })).toBeVisible(PATIENT);
}

async function cureText(page: Page): Promise<string> {
  const band = page.getByRole('region', { name: 'Conclusion' });
  const bars = await page
    .locator('main svg[aria-label^="Cure window"]')
    .evaluateAll((all) => all.map((bar) => bar.getAttribute('aria-label')));
  return `${await band.innerText()} ${bars.join(' ')}`;
}

/** What the pictures of the vessels on a page say: their load by their name. */
const loadsOn = async (page: Page): Promise<ReadonlyMap<string, string>> =>
  new Map(
    (
      await page
        .locator('main svg[aria-label*="% resin"]')
        .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')!))
    ).map((text) => [text.split(':')[0]!, /[\d.]+ % resin/.exec(text)![0]]),
  );

/** The load of a bath is one number on the bench and in the book. */
function bathsDiffer(
  { vessels, care }: BenchReply,
  bench: ReadonlyMap<string, string>,
  book: ReadonlyMap<string, string>,
): readonly string[] {
  if (bench.size < 2 || book.size < 2) return ['no baths were seen'];
  return vessels.flatMap(({ id, name, loadPctW }) => {
    const load = `${percentText(care[id]?.loadPctW ?? loadPctW)} resin`;
    return [bench.get(name), book.get(name)]
      .filter((said) => said !== undefined && said !== load)
      .map((said) => `${name}: ${said}, by its estimate ${load}`);
  });
}

function differences(batch: BatchState, bench: BenchReply, own: Screens): readonly string[] {
  const step = currentStep(batch)!;
  const standing = standingOf(batch, own.benchAtMs);
  const found: string[] = [];
  const must = (holds: boolean, what: string) => !holds && found.push(what);
  const near = (text: string, seconds: number) => Math.abs(secondsOf(text) - seconds) <= CLOCK_SLACK_S;

  must(own.tag.includes(step.title), `the tag is not at ${step.title}: ${own.tag}`);
  must(own.row.includes(step.title), `the list is not at ${step.title}: ${own.row}`);
  must(own.sheet.includes(step.title), `the sheet is not at ${step.title}`);
  must(own.tag !== '' && bench.stations.some(({ id }) => id === placeOf(batch)), 'it stands at no station');

  const timed = step.state === 'running' && step.mode === 'timed';
  if (timed && own.timer) must(near(own.timer, remainingS(step, own.sheetAtMs)), `the sheet’s clock says ${own.timer}`);
  if (timed) must(near(own.tag, remainingS(step, own.benchAtMs)), `its tag’s clock: ${own.tag}`);
  const detail = timed ? undefined : DETAIL[standing];
  if (detail) must(own.tag.includes(`, ${detail}`), `the tag does not say ${detail}: ${own.tag}`);

  const mark = markWords(batch);
  if (mark)
    for (const [screen, text] of [
      ['tag', own.tag],
      ['list', own.row],
      ['shift', own.shift.join(' ')],
    ] as const)
      must(text.toLowerCase().includes(mark.toLowerCase()), `the ${screen} does not say “${mark}”: ${text}`);

  const planned = step.plannedS === undefined ? '' : clockText(step.plannedS);
  must(own.sheet.includes(planned), `the sheet does not plan ${planned}`);
  if (addedS(step) !== 0) must(own.sheet.includes(`${planned} `), 'the sheet does not say what was added');

  const late = /late[^,]*|by [\d:]+ late/.exec(own.tag)?.[0];
  if (late) {
    must(own.row.includes('late'), `late on its tag, not in the list: ${late}`);
    must(own.sheet.includes('late'), `late on its tag, not on its sheet: ${late}`);
    must(
      own.shift.some((text) => text.includes('late')),
      `late on its tag, not at the shift: ${late}`,
    );
  }
  found.push(...ribbonDiffers(batch, own, standing, timed && remainingS(step, own.benchAtMs)));
  return found;
}

/** The page of its light against the plan on the bench, read until both are of one moment: rooms and lamps drift. */
async function lightDiffers(page: Page, server: ServerProcess, batch: BatchState): Promise<readonly string[]> {
  const ahead = batch.steps.filter(({ kind, state }) => kind === 'cure' && state !== 'done');
  if (ahead.length === 0 || batch.card.procedure) return [];
  await readCure(page, server, batch);
  let found: readonly string[] = [];
  for (let look = 0; look < MOST_LOOKS; look++) {
    const { bench, light } = await server.get<BenchReply>('/api/bench');
    found = lightSays(batch, bench, await cureText(page), light[batch.id], clockMs(server));
    if (found.length === 0) break;
    await page.waitForEvent('requestfinished').catch(() => undefined);
  }
  return found;
}

function lightSays(
  batch: BatchState,
  bench: BenchNow,
  cure: string,
  seen: LitSeen | undefined,
  atMs: number,
): readonly string[] {
  if (batch.lightClosed)
    return cure.includes('no plan fits') ? [] : [`the cure page has a plan, the bench none: ${cure}`];
  const { window } = curePlanOf(batch, bench);
  const found: string[] = [];
  for (const edge of [window.handleS, window.maxS])
    if (edge !== undefined && !cure.includes(clockText(edge)))
      found.push(`the cure page does not say ${clockText(edge)}: ${cure}`);
  for (const step of batch.steps.filter(({ kind, state, plannedS }) => kind === 'cure' && state !== 'done' && plannedS))
    if (!cure.includes(clockText(wantedS(step))))
      found.push(`the cure page does not cure ${clockText(wantedS(step))} as ${step.title} does: ${cure}`);
  const now = /; now (\d+:\d\d)/.exec(cure);
  const given = lightSoFarS(batch, atMs, seen);
  if (now && Math.abs(secondsOf(now[1]!) - given) > LIGHT_SLACK_S)
    found.push(`light given ${now[1]}, by its lamp ${clockText(given)}`);
  return found;
}

/** What is stopped is not planned; what is late shows it. @param leftS of a timer that runs, else false */
function ribbonDiffers(
  batch: BatchState,
  { ribbon }: Screens,
  standing: Standing,
  leftS: number | false,
): readonly string[] {
  const running = currentStep(batch)!.state === 'running';
  const ahead = ribbon.length - (running ? 1 : 0);
  if (standing === 'held' || standing === 'stopped')
    return ahead > 0 ? [`stopped, but planned: ${ribbon.join('; ')}`] : [];
  const overdue = ribbon.some((bar) => bar.includes('overdue'));
  if (leftS !== false && Math.abs(leftS) > CLOCK_SLACK_S && overdue !== leftS < 0)
    return [`overdue is ${overdue} with ${Math.round(leftS)} s left`];
  return ribbon.length === 0 ? ['not on the ribbon'] : [];
}
