import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import type { BatchReply } from '@north-step/contract';
import { type BatchState, currentStep } from '@north-step/core/batch';
import { type Soup, toBinaryStl } from '@north-step/core/mesh';
import { test as base, expect, type Page } from '@playwright/test';
import { ServerProcess } from './serverProcess.ts';

export { freePort, ServerProcess } from './serverProcess.ts';

/** Writes a mesh as a file that a user could drop. */
export function stlFile(name: string, content: Soup | Uint8Array | string): string {
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'north-step-stl-')), name);
  writeFileSync(file, content instanceof Float32Array ? toBinaryStl(content) : content);
  return file;
}

async function freshBench(): Promise<ServerProcess> {
  const server = await ServerProcess.onCopy();
  await server.start();
  await server.fillBaths();
  return server;
}
/** Starts the next test's server while this one's works, and clears away behind. */
type Ahead = { readonly take: () => Promise<ServerProcess>; readonly leave: (server: ServerProcess) => void };

async function lent({ ahead }: { ahead: Ahead }, use: (server: ServerProcess) => Promise<void>): Promise<void> {
  const server = await ahead.take();
  await use(server);
  ahead.leave(server);
}

/** Each test gets its own bench with filled baths. */
export const test = base.extend<{ bench: Page; server: ServerProcess }, { ahead: Ahead }>({
  ahead: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright wants a pattern here
    async ({}, use) => {
      let next = freshBench();
      const leaving: Promise<void>[] = [];
      await use({
        take: async () => {
          const server = await next;
          next = freshBench();
          next.catch(() => {});
          return server;
        },
        leave: (server) => void leaving.push(server.remove()),
      });
      await Promise.all([...leaving, next.then((server) => server.remove())]);
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  server: [lent, { timeout: 120_000 }],
  bench: async ({ page, server }, use, info) => {
    const faults: string[] = [];
    const log: string[] = [];
    page.on('pageerror', (error) => faults.push(error.message));
    page.on('requestfailed', (request) => log.push(`failed: ${request.method()} ${request.url()}`));
    page.on('request', (request) => request.method() === 'POST' && log.push(`asked: ${request.url()}`));
    page.on(
      'response',
      (response) => response.request().method() === 'POST' && log.push(`${response.status()}: ${response.url()}`),
    );
    await page.goto(server.address);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await use(page);
    if (info.status !== info.expectedStatus) console.error(await stateOf(page, server, log));
    if (faults.length > 0) throw new Error(`the page threw: ${faults.join('; ')}`);
  },
});
/** What a page was in when a test of it failed. */
async function stateOf(page: Page, server: ServerProcess, log: readonly string[]): Promise<string> {
  const seen = await page
    .evaluate(() => ({
      address: location.href,
      focus: document.activeElement?.outerHTML.slice(0, 200),
      dialogs: [...document.querySelectorAll('[role="dialog"]')].map((one) => one.textContent?.slice(0, 200)),
      page: document.body.innerText.slice(0, 1500),
    }))
    .catch((error: Error) => error.message);
  return JSON.stringify({ seen, asked: log.slice(-12), server: server.log.slice(-1500) }, null, 2);
}
/** For tests that change nothing on the server: all of a worker's share one. */
export const onStanding = test.extend<object, { standing: ServerProcess }>({
  standing: [lent, { scope: 'worker', timeout: 120_000 }],
  server: async ({ standing }, use) => use(standing),
});
export { expect } from '@playwright/test';

/** Goes to another page of the program as a link does, without loading the program again. */
export async function visit(page: Page, address: string): Promise<void> {
  const { origin, pathname } = new URL(address);
  if (!page.url().startsWith(origin)) await page.goto(address);
  else
    await page.evaluate((url) => {
      history.pushState(null, '', url);
      dispatchEvent(new PopStateEvent('popstate'));
    }, address);
  await page.locator(`main[data-page="${pathname}"]`).waitFor();
}

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
/** What is wrong with a page by WCAG 2.2 AA in both themes. By the amber one only colours differ, so only they are judged again. */
export async function breaches(page: Page, where: string): Promise<readonly string[]> {
  const found: string[] = [];
  for (const theme of ['day', 'amber'] as const) {
    await page.evaluate((value) => {
      document.documentElement.dataset.theme = value;
    }, theme);
    // no frames and nothing to load: one run in the page itself
    const by = new AxeBuilder({ page }).setLegacyMode();
    const only =
      theme === 'day' ? { type: 'tag' as const, values: RULES } : { type: 'rule' as const, values: ['color-contrast'] };
    const { violations } = await by.options({ runOnly: only, resultTypes: ['violations'], preload: false }).analyze();
    found.push(
      ...violations.map(
        ({ id, nodes }) => `${where}, ${theme}: ${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`,
      ),
    );
  }
  await page.evaluate(() => {
    document.documentElement.dataset.theme = 'day';
  });
  return found;
}

/** Lets the step of a batch that runs come to its end, and waits until the page has seen it. */
export async function runOut(page: Page, server: ServerProcess, id: string): Promise<void> {
  if (await server.runOut(id)) await expect(page.getByRole('timer')).toHaveText(/^(−|0:00)/);
}

/** Presses the pedal until the record is sealed; whoever has to be somebody else is chosen by hand. */
export async function pedalThrough(
  page: Page,
  server: ServerProcess,
  { id, name }: { id: string; name: string },
): Promise<BatchState> {
  const get = async () => (await server.get<BatchReply>(`/api/batches/${id}`)).batch;
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name);
  for (let press = 0; press < 80 && !(await get()).recordHash; press++) {
    if (currentStep(await get())?.kind === 'accept') await page.getByLabel('Who works here').selectOption({ index: 1 });
    // the band, or the look that lies over it
    const said = async () => `${await page.locator('h1').innerText()} ${await page.getByRole('dialog').count()}`;
    const before = await said();
    await page.keyboard.press('PageDown');
    await expect.poll(said).not.toBe(before);
    if (await page.getByRole('dialog').count()) continue;
    await runOut(page, server, id);
  }
  const batch = await get();
  expect(batch.recordHash).toMatch(/^[0-9a-f]{64}$/);
  expect(batch.flag).toBeUndefined();
  return batch;
}

/** Picks the focused row of a list up, moves it until it is said to be there, and puts it down. A press may only scroll. */
export async function carry(
  page: Page,
  title: string,
  key: 'ArrowUp' | 'ArrowDown',
  to: number,
  what = 'step',
): Promise<void> {
  const said = page.getByRole('status').filter({ hasText: title });
  await page.keyboard.press('Space');
  await expect(said).toContainText(/picked up|is at/);
  for (let i = 0; i < 30; i++) {
    const before = await said.textContent();
    if (before?.includes(`is at ${what} ${to} of`)) break;
    await page.keyboard.press(key);
    await expect(said)
      .not.toHaveText(before ?? '', { timeout: 1000 })
      .catch(() => undefined);
  }
  await page.keyboard.press('Space');
  await expect(said).toContainText(`put down at ${what} ${to}`);
}
