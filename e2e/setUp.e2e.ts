import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { BenchReply } from '@north-step/contract';
import { test } from '@playwright/test';
import { breaches, expect, freePort, ServerProcess } from './bench.ts';

test('an empty folder opens on Set up, and a jar, the sun and one resin are set up by the keyboard alone', async ({
  page,
}) => {
  const folder = path.join(mkdtempSync(path.join(os.tmpdir(), 'north-step-own-')), 'data');
  const server = new ServerProcess(folder, await freePort());
  try {
    await server.start();
    await page.goto(server.address);
    const heading = page.getByText(/^Set up, \d of 6/);
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
    await expect(page.getByText(/^In walking order: Jar · Drying rack · Trim mat · Window sill\./)).toBeVisible();
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
    const part = { name: 'clip', areaMm2: 2500, heightMm: 20, wallMm: 2 };
    const hung = await server.hang({ cardId: 'plain-slate', lot: '1', count: 1, part });
    await page.goto(server.address);
    await expect(page.getByRole('heading', { level: 1 })).toContainText(hung.name);
  } finally {
    await server.remove();
  }
});
