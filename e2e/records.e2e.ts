import { mkdtempSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { BenchReply, RecordList } from '@north-step/contract';
import type { Page } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { at, TestBench } from '../server/src/testing/bench.ts';
import { breaches, expect, freePort, ServerProcess, test, visit } from './bench.ts';

const DAY_MS = 86_400_000;
/** Two batches of last week are sealed, one of them tacky at first; a third has just been hung. */
const told = test.extend({
  server: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright wants a pattern here
    async ({}, use) => {
      const server = await ServerProcess.onCopy();
      const past = await TestBench.on(server.folder, Date.now() - 3 * DAY_MS);
      await past.fillBaths();
      await past.get('/api/solvent/care');
      await past.workOn(await past.newBatch({ customer: 'Skarv Survey', note: 'ours alone' }));
      const lit = await past.workOn(await past.newBatch(), at('look-cured'));
      await past.workOn(await past.step(lit, 'look', { outcome: 'tacky' }));
      await past.close();
      await server.start();
      await use(server);
      await server.remove();
    },
    { scope: 'test', timeout: 120_000 },
  ],
});
const saved = async (page: Page, press: () => Promise<void>): Promise<Buffer> => {
  const [download] = await Promise.all([page.waitForEvent('download', { timeout: 180_000 }), press()]);
  return readFile(await download.path());
};
const inFolder = (name: string, bytes: Uint8Array): string => {
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'north-step-handed-')), name);
  writeFileSync(file, bytes);
  return file;
};

told(
  'a customer checks what they were handed on a machine of their own, with no server',
  async ({ bench: page, server, browser }) => {
    await page.getByRole('link', { name: 'Records' }).click();
    const { rows } = await server.get<RecordList>('/api/records');
    const first = rows.find(({ number }) => number === 1)!;
    const row = page.getByRole('row', { name: new RegExp(`^1 ${first.batchName}`) });
    const pdf = await saved(page, () => row.getByRole('link', { name: 'Record 1 as certificate' }).click());
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    const zip = await saved(page, () => row.getByRole('link', { name: 'Record 1 as bundle' }).click());
    const files = unzipSync(zip);
    expect(
      Object.values(files)
        .map((data) => strFromU8(data, true))
        .join(''),
    ).not.toContain('ours alone');

    // their machine: only the page that came with it, and no network
    const theirs = await browser.newContext({ offline: true });
    const alone = await theirs.newPage();
    const asked: string[] = [];
    alone.on('request', (request) => asked.push(request.url()));
    await alone.goto(`file://${inFolder('verify.html', files['verify.html']!)}`);
    const choose = alone.getByLabel(/Choose a file/);
    await choose.setInputFiles(inFolder('batch-1.zip', zip));
    await expect(alone.getByRole('status')).toContainText('batch-1.zip is as it was sealed: 1 record.');
    await expect(alone.getByRole('status')).toContainText(first.hash);
    const text = strFromU8(files['records.json']!);
    const forged = zipSync({
      ...files,
      'records.json': strToU8(text.replace('"outcome":"passed"', '"outcome":"green"')),
    });
    await choose.setInputFiles(inFolder('batch-1.zip', forged));
    await expect(alone.getByRole('alert')).toContainText('record 1: its content does not match its hash');
    expect(await breaches(alone, 'the page that checks')).toEqual([]);
    expect(asked.filter((url) => !url.startsWith('file:'))).toEqual([]);
    await theirs.close();
  },
);

told(
  'the lead asks: with which lot, at what load, good at once, and why not; what was wrong is corrected, what is lost is scrapped',
  async ({ bench: page, server }) => {
    const to = (place: string) => visit(page, `${server.address}${place}`);
    await to('/records');
    await page.getByText(/^Find by resin/).click();
    await page.getByLabel('Lot').selectOption('A1');
    await page.getByLabel('First look').selectOption('not good');
    await expect(page.getByText('1 record', { exact: true })).toBeVisible();
    await expect(page.getByRole('row', { name: /tacky/ })).toContainText(/\d % \(/);
    expect(await breaches(page, 'records that are found')).toEqual([]);
    await page.getByRole('link', { name: 'Recall' }).click();
    await page.getByLabel('Lot', { exact: true }).selectOption({ label: 'A1 (Test Grey)' });
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('2 batches, 8 pieces.');
    expect(await breaches(page, 'recall')).toEqual([]);
    await page.getByRole('link', { name: 'Trends' }).click();
    await page.getByRole('radio', { name: 'a quarter' }).click();
    const headline = page.getByRole('heading', { level: 1 });
    await expect(headline).toHaveText(/^(First look|No look).* quarter/);
    // last week may lie in the quarter before this one
    if (await page.getByText('Nothing was sealed in that time.').isVisible())
      await page.getByRole('button', { name: 'Earlier' }).click();
    await expect(headline).toContainText(/[12] of [12] good/);
    expect(await breaches(page, 'trends')).toEqual([]);
    await page.getByRole('link', { name: 'Anchors' }).click();
    await expect(page.getByRole('cell', { name: /^2:[0-9a-f]{64}$/ })).toBeVisible();
    expect(await breaches(page, 'anchors')).toEqual([]);

    const { rows } = await server.get<RecordList>('/api/records');
    await to(`/batches/${rows.at(-1)!.batchId}`);
    await page.getByRole('button', { name: 'Correct the record …' }).click();
    await page.getByLabel('What is right').fill('A2');
    await page.getByLabel('How that is known').fill('the bottle says so');
    expect(await breaches(page, 'a correction')).toEqual([]);
    await page.getByRole('button', { name: 'Seal the correction' }).click();
    await expect(page.getByRole('region', { name: 'Corrections' })).toContainText('“A1” should be “A2”');
    const { id } = await server.hang();
    await to(`/batches/${id}`);
    await page.getByRole('button', { name: 'Scrap …' }).click();
    await page.getByRole('textbox', { name: 'Why' }).fill('layers came apart');
    await page.getByRole('button', { name: 'Scrap it' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('was scrapped');
    expect((await server.get<BenchReply>('/api/bench')).open.map((batch) => batch.id)).not.toContain(id);
  },
);

told(
  'everything goes out, and into an empty shop: a broken file first, which changes nothing',
  async ({ bench: page, server }) => {
    await visit(page, `${server.address}/records/files`);
    expect(await breaches(page, 'files')).toEqual([]);
    const zip = await saved(page, () => page.getByRole('link', { name: 'Save everything' }).click());
    const empty = new ServerProcess(
      path.join(mkdtempSync(path.join(os.tmpdir(), 'north-step-own-')), 'data'),
      await freePort(),
    );
    await empty.start();
    try {
      await page.goto(empty.address);
      await page.getByText(/comes from another North Step/).click();
      const choose = page.getByLabel('Export of a shop');
      const files = unzipSync(zip);
      await choose.setInputFiles(inFolder('shop.zip', zipSync({ ...files, 'tables/person.json': strToU8('[]') })));
      await expect(page.getByRole('alert')).toContainText('is not taken in');
      await expect(page.getByRole('row', { name: /person.json.*SHA-256 differs/ })).toBeVisible();
      await choose.setInputFiles(inFolder('shop.zip', zip));
      await expect(page.getByRole('status')).toContainText('2 batches, 2 records');
      expect(await breaches(page, 'a shop to be taken in')).toEqual([]);
      await page.getByRole('button', { name: 'Take it in' }).click();
      await expect(page.getByRole('heading', { level: 1 })).toHaveText('The bench is clear.');
      const [here, there] = await Promise.all(
        [empty, server].map(async (one) => (await one.get<RecordList>('/api/records')).rows),
      );
      expect(here).toEqual(there);
    } finally {
      await empty.remove();
    }
  },
);
