import type { BatchReply, BenchReply } from '@north-step/contract';
import {
  addedS,
  type BatchState,
  curePlanOf,
  currentStep,
  lightSoFarS,
  markWords,
  placeOf,
  remainingS,
  type Standing,
  standingOf,
} from '@north-step/core/route';
import { clockText, percentText } from '@north-step/core/units';
import { expect, type Page } from '@playwright/test';
import type { ServerProcess } from './bench.ts';

/** Clocks of two pages are read moments apart. */
const CLOCK_SLACK_S = 3;
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
  readonly timer?: string;
  readonly cure: string;
  readonly shift: readonly string[];
  readonly ribbon: readonly string[];
};

/** Opens every screen of the bench and reads what it says of each open batch. @returns what contradicts the parts */
export async function contradictions(page: Page, server: ServerProcess): Promise<readonly string[]> {
  const bench = await readBench(page, server);
  const rows = await readRows(page, server);
  const shift = await readShift(page, server);
  const solvent = await readSolvent(page, server);
  const found: string[] = [...bathsDiffer(bench.reply, bench.text, solvent)];
  for (const batch of bench.reply.open) {
    const about = (texts: readonly string[]) => texts.filter((text) => text.includes(batch.name));
    const own: Screens = {
      tag: bench.tags.find((text) => text.startsWith(`${batch.name},`)) ?? '',
      row: rows.find((text) => text.includes(batch.name)) ?? '',
      ...(await readSheet(page, server, batch)),
      cure: await readCure(page, server, batch),
      shift: about(shift),
      ribbon: bench.bars.filter((bar) => bar.includes(batch.name)),
    };
    const now = await server.get<BatchReply>(`/api/batches/${batch.id}`);
    found.push(
      ...differences(now.batch, bench.reply, own, await nowMs(server)).map((text) => `${batch.name}: ${text}`),
    );
  }
  return found;
}

const nowMs = async (server: ServerProcess): Promise<number> => Date.now() + server.aheadMs;

async function readBench(page: Page, server: ServerProcess) {
  await page.goto(server.address);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What comes next' })).toBeVisible();
  const reply = await server.get<BenchReply>('/api/bench');
  const tags = await page
    .locator('[data-bench-tag]')
    .evaluateAll((all) => all.map((tag) => tag.getAttribute('aria-label')!));
  const bars = await page
    .locator('section[aria-label="What comes next"] [title]')
    .evaluateAll((all) => all.map((bar) => bar.getAttribute('title')!));
  return { reply, tags, bars, text: await page.locator('main').innerText() };
}

async function readRows(page: Page, server: ServerProcess): Promise<readonly string[]> {
  await page.goto(`${server.address}/batches?state=open`);
  await expect(page.locator('tbody tr').first()).toBeVisible();
  return page.locator('tbody tr').allInnerTexts();
}

async function readShift(page: Page, server: ServerProcess): Promise<readonly string[]> {
  await page.goto(`${server.address}/shift`);
  await expect(page.getByRole('region', { name: 'In liquid or light now' })).toBeVisible();
  return page.locator('main li').allInnerTexts();
}

async function readSolvent(page: Page, server: ServerProcess): Promise<string> {
  await page.goto(`${server.address}/solvent`);
  await expect(page.getByText(/% resin/).first()).toBeVisible();
  return page.locator('main').innerText();
}

async function readSheet(page: Page, server: ServerProcess, { id, name }: BatchState) {
  await page.goto(`${server.address}/batches/${id}`);
  await expect(page.getByRole('heading', { level: 2, name })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Why these numbers' })).toBeVisible();
  const timer = page.getByRole('timer');
  return {
    sheet: await page.locator('main').innerText(),
    timer: (await timer.count()) > 0 ? await timer.innerText() : undefined,
  };
}

async function readCure(page: Page, server: ServerProcess, { id }: BatchState): Promise<string> {
  await page.goto(`${server.address}/cure/${id}`);
  const band = page.getByRole('region', { name: 'Conclusion' });
  await expect(band).toBeVisible();
  const bars = await page
    .locator('main svg[aria-label^="Cure window"]')
    .evaluateAll((all) => all.map((bar) => bar.getAttribute('aria-label')));
  return `${await band.innerText()} ${bars.join(' ')}`;
}

/** The load of a bath is one number on the bench and in the book. */
function bathsDiffer({ vessels, care, stations }: BenchReply, bench: string, solvent: string): readonly string[] {
  return vessels
    .filter(({ id }) => stations.some(({ vesselId }) => vesselId === id) && care[id])
    .flatMap(({ id, name }) => {
      const load = `${percentText(care[id]!.loadPctW)} resin`;
      return [
        ...(bench.includes(load) ? [] : [`${name}: the bench does not say ${load}`]),
        ...(solvent.includes(percentText(care[id]!.loadPctW)) ? [] : [`${name}: the book does not say ${load}`]),
      ];
    });
}

function differences(batch: BatchState, bench: BenchReply, own: Screens, atMs: number): readonly string[] {
  const step = currentStep(batch)!;
  const standing = standingOf(batch, atMs);
  const found: string[] = [];
  const must = (holds: boolean, what: string) => !holds && found.push(what);
  const near = (text: string, seconds: number) => Math.abs(secondsOf(text) - seconds) <= CLOCK_SLACK_S;

  must(own.tag.includes(step.title), `the tag is not at ${step.title}: ${own.tag}`);
  must(own.row.includes(step.title), `the list is not at ${step.title}: ${own.row}`);
  must(own.sheet.includes(step.title), `the sheet is not at ${step.title}`);
  must(own.tag !== '' && bench.stations.some(({ id }) => id === placeOf(batch)), 'it stands at no station');

  const timed = step.state === 'running' && step.mode === 'timed';
  // pages are read one after another: the clock has gone on by what the last of them shows
  if (timed && own.timer) must(near(own.timer, remainingS(step, atMs)), `the sheet’s clock says ${own.timer}`);
  if (timed) must(/\d:\d\d/.test(own.tag), `no clock on its tag: ${own.tag}`);
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
  found.push(
    ...lightDiffers(batch, bench, own, atMs),
    ...ribbonDiffers(batch, own, standing, timed && remainingS(step, atMs)),
  );
  return found;
}

function lightDiffers(batch: BatchState, bench: BenchReply, { cure, sheet }: Screens, atMs: number): readonly string[] {
  const { window } = curePlanOf(batch, bench.bench);
  const ahead = batch.steps.filter(({ kind, state }) => kind === 'cure' && state !== 'done');
  if (ahead.length === 0 || batch.card.procedure) return [];
  if (batch.lightClosed)
    return cure.includes('no plan fits') ? [] : [`the cure page has a plan, the bench none: ${cure}`];
  const found: string[] = [];
  for (const edge of [window.handleS, window.maxS])
    if (edge !== undefined && !cure.includes(clockText(edge)))
      found.push(`the cure page does not say ${clockText(edge)}: ${cure}`);
  for (const { plannedS, title } of ahead)
    if (plannedS !== undefined && !cure.includes(clockText(plannedS)))
      found.push(`the cure page does not cure ${clockText(plannedS)} as ${title} does: ${cure}`);
  if (!sheet.includes(clockText(ahead[0]!.plannedS ?? 0))) found.push('the sheet plans other light');
  const now = /; now (\d+:\d\d)/.exec(cure);
  if (now) {
    const given = lightSoFarS(batch, atMs, bench.light[batch.id]);
    if (Math.abs(secondsOf(now[1]!) - given) > 30) found.push(`light given ${now[1]}, by its lamp ${clockText(given)}`);
  }
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
