import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { BenchReply, RecordList } from '@north-step/contract';
import { box, joinSoups, moved } from '@north-step/core/mesh';
import { routeFile, templateById } from '@north-step/core/route';
import { type Page, test } from '@playwright/test';
import { breaches, carry, expect, freePort, pedalThrough, ServerProcess, stlFile } from './bench.ts';

const DAY_MS = 86_400_000;
/** From now to eleven in the morning, UTC: the sun is up over a sill in Europe, and a step may take hours. */
const toMorningMs = () => (DAY_MS + DAY_MS * (11 / 24) - (Date.now() % DAY_MS)) % DAY_MS;

/** A server on an empty folder, by day. */
async function ownFolder(): Promise<ServerProcess> {
  const folder = path.join(mkdtempSync(path.join(os.tmpdir(), 'north-step-own-')), 'data');
  const server = new ServerProcess(folder, await freePort());
  server.aheadMs = toMorningMs();
  await server.start();
  return server;
}
const headingOf = (page: Page) => page.getByText(/^Set up, \d of 6/);
/** A part of one’s own, hung by the keyboard. @returns the batch */
async function hangOwn(page: Page, server: ServerProcess, resin?: string) {
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The bench is clear.');
  await page.keyboard.press('n');
  const hook = joinSoups(box(24, 14, 4), moved(box(4, 14, 20), [0, 0, 4]));
  await page.getByLabel('Files of the parts').setInputFiles(stlFile('hook.stl', hook));
  await expect(page.getByText('24 triangles')).toBeVisible();
  if (resin) await page.getByLabel('Resin card').selectOption({ label: `${resin} · card 1` });
  const put = page.getByRole('button', { name: /Put on the/ });
  await put.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Next step' }).getByRole('heading')).toContainText(/Hang/);
  return (await server.get<BenchReply>('/api/bench')).open.at(-1)!;
}

test('an empty folder opens on Set up; a jar, the sun and one resin are set up by the keyboard alone, and a part of one’s own is sealed', async ({
  page,
}) => {
  const server = await ownFolder();
  try {
    await page.goto(server.address);
    const heading = headingOf(page);
    await expect(heading).toHaveText('Set up, 1 of 6: The workshop');
    expect(await breaches(page, 'set up')).toEqual([]);
    let inputs = 0;
    const press = async (key: string) => {
      await page.keyboard.press(key);
      inputs++;
    };
    const type = async (text: string) => {
      await page.keyboard.type(text);
      inputs++;
    };
    const next = async (title: string) => {
      await press('Enter');
      await expect(heading).toContainText(title);
    };
    await page.getByRole('button', { name: 'Next' }).focus();
    await next('Who works here');
    await expect(page.getByRole('textbox', { name: 'Name 1' })).toBeFocused();
    await type('Runa');
    // left and come back to: what was typed is still there
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Name 1' })).toHaveValue('Runa');
    await page.getByRole('textbox', { name: 'Name 1' }).focus();
    await next('What stands on the bench');
    await press('ArrowUp');
    await expect(page.getByRole('region', { name: 'In walking order' }).getByRole('listitem')).toHaveText([
      /Jar$/,
      /Drying rack$/,
      /Trim mat$/,
      /Window sill$/,
    ]);
    await next('Its light');
    await next('Resins');
    await type('Plain Slate');
    await next('What is in the baths');
    expect(await breaches(page, 'the last page')).toEqual([]);
    await press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('The bench is clear.');
    expect(inputs).toBeLessThanOrEqual(15);
    const bench = await server.get<BenchReply>('/api/bench');
    expect(bench.people.map(({ name }) => name)).toEqual(['Runa']);
    expect(bench.vessels.map(({ name, volumeMl }) => [name, Math.round(volumeMl / 10)])).toEqual([['Jar', 130]]);
    // and it is there after a restart, with a plan for what is hung on it
    await server.stop();
    await server.start();
    await page.goto(server.address);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('The bench is clear.');
    await pedalThrough(page, server, await hangOwn(page, server));
    expect((await server.get<RecordList>('/api/records?offset=0&limit=5')).rows).toHaveLength(1);

    // routes of a larger workshop: what this bench lacks is said, and what it has instead
    await page.goto(`${server.address}/routes`);
    await page.getByRole('button', { name: /^Take one in/ }).click();
    const take = (id: string) =>
      page
        .getByLabel('File of a route')
        .setInputFiles(stlFile(`${id}.route.json`, JSON.stringify(routeFile(templateById(id)!))));
    await take('two-baths');
    await expect(page.getByRole('alert')).toContainText(
      /cannot be run here.*This bench lacks the first bath of a line/,
    );
    await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
    await take('jar-and-sun');
    await expect(page.getByText('It can be run here.')).toBeVisible();
    await expect(
      page.getByRole('row', { name: /a drip rack Drying rack, which serves instead/ }).first(),
    ).toBeVisible();
    expect(await breaches(page, 'take in a route')).toEqual([]);
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page).toHaveURL(/\/routes\/one-jar-then-the-sun/);
  } finally {
    await server.remove();
  }
});

test('a room with an alcohol line and a water line: set up, changed on Room, a resin of each to its seal', async ({
  page,
}) => {
  const server = await ownFolder();
  try {
    await page.goto(server.address);
    const next = () => page.getByRole('button', { name: 'Next' }).click();
    await next();
    await page.getByRole('textbox', { name: 'Name 1' }).fill('Runa');
    await page.getByRole('button', { name: 'Somebody else' }).click();
    await page.getByRole('textbox', { name: 'Name 2' }).fill('Teo');
    await next();
    await page.getByRole('radio', { name: /several lines/ }).check();
    await page.getByLabel('and also').selectOption({ label: 'an oven' });
    await page.getByRole('button', { name: /^Move Oven, station/ }).focus();
    await carry(page, 'Oven', 'ArrowUp', 3, 'station');
    await next();
    await page
      .getByLabel(/^LEDs, counted/)
      .first()
      .fill('36');
    await next();
    await page.getByLabel('Resin 1: name').fill('Plain Slate');
    await page.getByRole('button', { name: 'Another resin' }).click();
    await page.getByLabel('Resin 2: name').fill('Tide Clear');
    await page.getByRole('region', { name: 'Tide Clear' }).getByLabel('family').selectOption('water-wash');
    await next();
    await expect(headingOf(page)).toContainText('6 of 6');
    await page.getByRole('button', { name: 'Open the bench' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('The bench is clear.');
    expect((await server.get<BenchReply>('/api/bench')).stations[2]!.name).toBe('Oven');

    // what stands there is changed afterwards
    await page.getByRole('link', { name: 'Room' }).click();
    await page.getByRole('button', { name: 'Add something' }).click();
    await page.getByLabel('what it is', { exact: true }).selectOption({ label: 'a jar, moved by hand' });
    await page.getByLabel('called', { exact: true }).fill('Spare jar');
    await page.getByRole('button', { name: 'Add it' }).click();
    const wet = page.getByRole('region', { name: 'Wet' });
    await expect(wet.getByRole('button', { name: /^Spare jar/ })).toContainText('Alcohol 3 of 3');
    expect(await breaches(page, 'room')).toEqual([]);
    await wet.getByRole('button', { name: /^Spare jar/ }).click();
    await page.getByLabel('called', { exact: true }).fill('Third jar');
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    // moved to the front by the keyboard, on its handle
    const handle = wet.getByRole('button', { name: /^Move Third jar/ });
    await handle.focus();
    await carry(page, 'Third jar', 'ArrowUp', 1, 'station');
    await expect(wet.getByRole('button', { name: 'Move Third jar, station 1' })).toBeVisible();
    await wet.getByRole('button', { name: /^Third jar/ }).click();
    await page.getByRole('button', { name: 'Take it away' }).click();
    await page.getByRole('button', { name: 'Yes, take Third jar away' }).click();
    await expect(page.getByText('Taken away: 1')).toBeVisible();
    await expect(wet.getByRole('button', { name: /^Third jar/ })).toHaveCount(0);

    for (const [resin, liquid] of [
      ['Plain Slate', 'isopropanol'],
      ['Tide Clear', 'water'],
    ] as const) {
      await page.goto(server.address);
      const sealed = await pedalThrough(page, server, await hangOwn(page, server, resin));
      const { bench } = await server.get<BenchReply>('/api/bench');
      const washes = sealed.steps.filter(({ kind }) => kind === 'wash');
      expect(washes.map(({ station }) => bench.baths[station]!.solvent)).toEqual(washes.map(() => liquid));
    }
    expect((await server.get<RecordList>('/api/records?offset=0&limit=5')).rows).toHaveLength(2);
  } finally {
    await server.remove();
  }
});
