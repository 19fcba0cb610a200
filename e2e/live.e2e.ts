import type { BatchReply } from '@north-step/contract';
import { currentStep, wantedS } from '@north-step/core/batch';
import { expect, runOut, test } from './bench.ts';

test('two screens on one bench see each other at once', async ({ bench: page, server, browser }) => {
  const { name } = await server.hang();
  const other = await (await browser.newContext()).newPage();
  await other.goto(server.address);
  await other.getByRole('button', { name: new RegExp(`^${name}, Drip, waiting`) }).waitFor();
  await page.getByRole('button', { name: new RegExp(`^${name}, Drip`) }).click();
  await page.keyboard.press(' ');
  await expect(other.getByRole('button', { name: new RegExp(`^${name}, Drip, [45]:`) })).toBeVisible();
  await other.close();
});

test('the server is killed in mid-wash: work goes on, three commands wait, each is done once and when it was pressed', async ({
  bench: page,
  server,
}) => {
  const { id, name } = await server.hang();
  await server.post(`/api/batches/${id}/steps/s1/start`, {});
  await server.runOut(id);
  await server.post(`/api/batches/${id}/steps/s1/finish`, {});
  await server.post(`/api/batches/${id}/steps/s2/finish`, {});
  await server.post(`/api/batches/${id}/steps/s3/start`, {});
  const heading = page.getByRole('heading', { level: 1 });
  const seconds = async () => {
    const [minutes, rest] = (await page.getByRole('timer').innerText()).split(':').map(Number) as [number, number];
    return minutes * 60 + rest;
  };
  await page.getByRole('button', { name: new RegExp(`^${name}, Wash 1`) }).click();
  await expect(heading).toHaveText(`Lift ${name} out of Wash 1`);
  // most of it is over when the server goes
  const plannedS = currentStep((await server.get<BatchReply>(`/api/batches/${id}`)).batch)!.plannedS!;
  await server.forward(plannedS - 9);
  await expect(page.getByRole('timer')).toHaveText(/^0:0\d/);
  const beforeS = await seconds();
  const beforeMs = Date.now();
  await server.kill();
  await expect(page.getByRole('status').filter({ hasText: 'The server is away' })).toBeVisible();

  await page.keyboard.press('+');
  await expect(page.getByText(/1 kept here, to be sent once/)).toBeVisible();
  await expect
    .poll(async () => Math.abs((await seconds()) - (beforeS + 30 - (Date.now() - beforeMs) / 1000)))
    .toBeLessThan(2);
  /** Presses; the page shows at once what it did. @returns between which moments, by this clock */
  const pressed = async (shows: string) => {
    const fromMs = Date.now();
    await page.keyboard.press(' ');
    await expect(heading).toHaveText(shows);
    return { fromMs, toMs: Date.now() };
  };
  const lifted = await pressed(`Lower ${name} into Wash 2`);
  const lowered = await pressed(`Lift ${name} out of Wash 2`);
  await expect(page.getByText(/3 kept here, to be sent once, in order/)).toBeVisible();
  // a reload loses nothing: they lie in the browser's database
  const kept = await page.evaluate('indexedDB.databases().then((all) => all.map(({ name }) => name))');
  expect(kept).toContain('north-step');

  await server.start();
  const backMs = Date.now();
  await expect(page.getByText('The server is away')).toBeHidden();
  await expect
    .poll(async () => {
      const step = currentStep((await server.get<BatchReply>(`/api/batches/${id}`)).batch);
      // the third has arrived once the second wash runs
      return `${step?.id} ${step?.state}`;
    })
    .toBe('s4 running');
  const { batch } = await server.get<BatchReply>(`/api/batches/${id}`);
  const [wash1, wash2] = batch.steps.filter(({ kind }) => kind === 'wash');
  // when it was pressed, not when it arrived: the way of a command is not known, and longer on a busy machine
  const within = (atMs: number, { fromMs, toMs }: { readonly fromMs: number; readonly toMs: number }) => {
    expect(atMs - server.aheadMs).toBeGreaterThan(fromMs - 1500);
    expect(atMs - server.aheadMs).toBeLessThan((toMs + backMs) / 2);
  };
  expect([wash1!.plannedS, wantedS(wash1!)]).toEqual([plannedS, plannedS + 30]);
  within(wash1!.endedAtMs!, lifted);
  expect(wash2).toMatchObject({ state: 'running' });
  within(wash2!.startedAtMs!, lowered);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(heading).toHaveText(`Lift ${name} out of Wash 2`);
});

test('what was pressed without a server and meanwhile done on another screen is told in plain words', async ({
  bench: page,
  server,
}) => {
  const { id, name } = await server.hang();
  await server.post(`/api/batches/${id}/steps/s1/start`, {});
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toHaveText(`${name} has dripped`);
  await runOut(page, server, id);
  // a trainee loses the server on purpose
  await page.getByRole('link', { name: 'Room' }).click();
  await page.getByRole('button', { name: 'This page loses the server for a minute' }).click();
  await expect(page.getByText('The server is away')).toBeVisible();
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await expect(heading).toHaveText(`${name} has dripped`);
  await page.keyboard.press(' ');
  await expect(heading).toHaveText(`Take ${name} off the plate`);
  const pressedMs = Date.now();
  // meanwhile, on another screen
  await server.post(`/api/batches/${id}/steps/s1/finish`, {});
  await page.getByRole('link', { name: 'Room' }).click();
  // what was pressed just now is refused as usual; what waited for longer is told as pressed while the server was away
  await expect.poll(() => Date.now() - pressedMs).toBeGreaterThan(1000);
  await page.getByRole('button', { name: 'Find the server again' }).click();
  const told = page.getByRole('alert');
  await expect(told).toContainText('Pressed while the server was away, and not done');
  await expect(told).toContainText(`Drip of ${name} was already finished. Nothing was changed.`);
  await told.getByRole('button', { name: 'Got it' }).click();
  await expect(told).toBeHidden();
  const { batch } = await server.get<BatchReply>(`/api/batches/${id}`);
  expect(batch.steps.filter(({ state }) => state === 'done')).toHaveLength(1);
});

test('rotate the baths and take it back', async ({ bench: page, server }) => {
  await page.getByRole('link', { name: 'Solvent' }).click();
  const held = async () =>
    (await server.get<{ vessels: { id: string; resinG: number; volumeMl: number }[] }>('/api/solvent')).vessels;
  const before = await held();
  await page.getByRole('button', { name: 'Rotate …' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'Rotate the baths' });
  await dialog.getByLabel('How much fresh').fill('99 L');
  await dialog.getByRole('button', { name: 'Book it' }).click();
  await expect(dialog.getByRole('alert')).toContainText(/does not fit|holds only/);
  await dialog.getByLabel('How much fresh').fill('4500 ml');
  await dialog.getByRole('button', { name: 'Book it' }).click();
  await expect(dialog).toBeHidden();
  const movements = page.getByRole('region', { name: 'Last movements' });
  await expect(movements.getByText(/Wash 2 became Wash 1/)).toBeVisible();
  expect((await held()).find((v) => v.id === 'drum')!.volumeMl).toBeGreaterThan(4000);
  await movements.getByRole('button', { name: 'Undo' }).first().click();
  await expect(movements.getByText('(taken back)')).toBeVisible();
  expect(await held()).toEqual(before);
});
