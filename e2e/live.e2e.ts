import { afterDoublePress, expect, test } from './bench.ts';

test('two screens on one bench see each other within a second', async ({ bench: page, server, browser }) => {
  const { name } = await server.hang();
  const other = await (await browser.newContext()).newPage();
  await other.goto(server.address);
  await other.getByRole('button', { name: new RegExp(`^${name}, Drip, waiting`) }).waitFor();
  await page.getByRole('button', { name: new RegExp(`^${name}, Drip`) }).click();
  await page.keyboard.press(' ');
  await expect(other.getByRole('button', { name: new RegExp(`^${name}, Drip, [45]:`) })).toBeVisible({ timeout: 1000 });
  await other.close();
});

test('the server is killed in mid-wash: the page waits, reconnects, and the same seconds remain', async ({
  bench: page,
  server,
}) => {
  const { id, name } = await server.hang();
  await server.post(`/api/batches/${id}/steps/s1/start`, {});
  await page.waitForTimeout(1600);
  await server.post(`/api/batches/${id}/steps/s1/finish`, {});
  await server.post(`/api/batches/${id}/steps/s2/finish`, {});
  await server.post(`/api/batches/${id}/steps/s3/start`, {});
  const seconds = async () => {
    const [minutes, rest] = (await page.getByRole('timer').innerText()).split(':').map(Number) as [number, number];
    return minutes * 60 + rest;
  };
  await page.getByRole('button', { name: new RegExp(`^${name}, Wash 1`) }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Lift ${name} out of Wash 1`);
  const beforeS = await seconds();
  const beforeMs = Date.now();
  await server.kill();
  await expect(page.getByRole('status').filter({ hasText: 'The server is away' })).toBeVisible();

  // pressed while it is away: kept, and sent once
  await page.keyboard.press('+');
  await expect(page.getByText(/1 kept here, to be sent once/)).toBeVisible();
  await server.start();
  await expect(page.getByText('The server is away')).toBeHidden({ timeout: 10_000 });
  await expect
    .poll(async () => Math.abs((await seconds()) - (beforeS + 30 - (Date.now() - beforeMs) / 1000)))
    .toBeLessThan(2);
  await afterDoublePress(page);
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: new RegExp(`^${name}, Wash 2, waiting`) })).toBeVisible();
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
